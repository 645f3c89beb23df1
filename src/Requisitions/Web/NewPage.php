<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\OpenRequisition;
use Jorvent\Requisitions\OpenRequisitionHandler;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Asking for a hire begins with a role profile from the catalogue, or with nothing. */
#[Gate(Permission::OpenRequisition)]
final class NewPage extends Page
{
    public function __construct(private readonly Db $db, private readonly ReachList $reach)
    {
    }

    #[Route('/requisitions/new', name: 'requisition_new', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->render('requisitions/new.html.twig', $this->view($request->query->getInt('profile')));
    }

    #[Route('/requisitions/new', name: 'requisition_open', methods: ['POST'])]
    public function open(Request $request, OpenRequisitionHandler $handler): Response
    {
        $input = Input::of($request);
        try {
            $units = array_map(static fn ($r): int => $r->int('id'), $this->units());
            $unit = \in_array($input->int('unit'), $units, true) ? $input->int('unit') : throw Refused::because('unit_out_of_reach', 'unit');
            $me = $this->me()->id;
            $recruiter = $this->db->row("SELECT a.id FROM account a JOIN account_grant g ON g.account_id = a.id WHERE g.role = 'recruiter' AND a.active ORDER BY (a.id = :me) DESC, (a.site_id = :site) DESC, a.id LIMIT 1", ['me' => $me, 'site' => $input->int('site')]);
            $number = $handler(new OpenRequisition($input->int('profile'), $unit, $input->int('site') ?? throw Refused::because('missing', 'site'), $me, $me, $recruiter?->int('id') ?? $me));
        } catch (Refused $refused) {
            return $this->renderRefused('requisitions/new.html.twig', $this->view($input->int('profile') ?? 0), $refused);
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    /** @return array<string, mixed> */
    private function view(int $profile): array
    {
        return [
            'errors' => \Jorvent\Platform\Web\Errors::none(),
            'profiles' => $this->db->rows('SELECT p.id, p.title, p.level, p.summary, p.musts, p.bands, f.name AS family FROM role_profile p JOIN job_family f ON f.id = p.family_id WHERE p.retired_at IS NULL ORDER BY f.name, p.title, p.id'),
            'chosen' => $this->db->row('SELECT p.*, f.name AS family FROM role_profile p JOIN job_family f ON f.id = p.family_id WHERE p.id = :id', ['id' => $profile]),
            'units' => $this->units(), 'sites' => $this->db->rows('SELECT id, name, currency FROM site ORDER BY id'), 'mine' => $this->me(),
        ];
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    private function units(): array
    {
        return array_values(array_filter($this->reach->choices($this->me()->id, Permission::OpenRequisition), static fn ($u): bool => UnitKind::from($u->str('kind'))->hires()));
    }
}
