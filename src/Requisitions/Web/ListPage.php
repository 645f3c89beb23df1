<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\RequisitionViews;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** All requisitions one may read: open ones first, filtered, paged by number. */
#[Gate(Permission::BeSignedIn)]
final class ListPage extends Page
{
    private const ROWS = 25;
    private const STATES = ['open' => "r.state IN ('approved', 'asked', 'sent_back', 'draft')", 'approved' => "r.state = 'approved'", 'preparing' => "r.state IN ('draft', 'asked', 'sent_back')", 'ended' => "r.state IN ('filled', 'declined', 'cancelled')", 'all' => 'true'];

    #[Route('/requisitions', name: 'requisitions', methods: ['GET'])]
    public function show(Request $request, RequisitionViews $views, Access $access, Db $db): Response
    {
        [$visible, $parameters] = $access->visible($this->me());
        $state = $request->query->getString('state', 'open');
        $words = mb_substr(trim($request->query->getString('q')), 0, 100);
        $before = $request->query->getInt('before');
        $where = 'WHERE '.$visible.' AND '.(self::STATES[$state] ?? self::STATES['open']).($before > 0 ? ' AND r.number < :before' : '')
            .('' === $words ? '' : " AND (r.title ILIKE :like OR s.city ILIKE :like OR u.name ILIKE :like OR m.name ILIKE :like OR rec.name ILIKE :like OR 'R-' || r.number ILIKE :like)");
        $parameters += ($before > 0 ? ['before' => $before] : []) + ('' === $words ? [] : ['like' => '%'.addcslashes($words, '%_\\').'%']);
        $found = $views->views($where, $parameters, 'ORDER BY r.number DESC', 'csv' === $request->query->getString('as') ? 10_000 : self::ROWS + 1);
        if ('csv' === $request->query->getString('as')) {
            return $this->csv($found);
        }

        return $this->render('requisitions/list.html.twig', ['requisitions' => \array_slice($found, 0, self::ROWS), 'more' => \count($found) > self::ROWS, 'state' => isset(self::STATES[$state]) ? $state : 'open', 'words' => $words, 'states' => array_keys(self::STATES)]);
    }

    /** @param list<\Jorvent\Requisitions\RequisitionView> $views */
    private function csv(array $views): Response
    {
        return new StreamedResponse(static function () use ($views): void {
            $out = fopen('php://output', 'w') ?: throw new \RuntimeException('No output.');
            fputcsv($out, ['number', 'title', 'state', 'department', 'site', 'positions', 'recruiter', 'manager', 'opened', 'target', 'applied', 'active', 'hired'], escape: '');
            foreach ($views as $view) {
                $f = $view->facts;
                $cells = ['R-'.$f->int('number'), $f->str('title'), $f->str('state'), $f->str('unit'), $f->str('city'), $f->int('positions'), $f->str('recruiter'), $f->str('manager'), $f->strOrNull('opened_on') ?? '', $f->strOrNull('target_on') ?? '', $f->int('applied'), $f->int('active'), $f->int('hired')];
                fputcsv($out, array_map(static fn (string|int $c): string|int => \is_string($c) && 1 === preg_match('/^[=+\-@\t\r]/', $c) ? "'".$c : $c, $cells), escape: '');
            }
        }, headers: ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => 'attachment; filename="requisitions.csv"']);
    }
}
