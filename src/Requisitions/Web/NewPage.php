<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\OpenRequisition;
use Jorvent\Requisitions\OpenRequisitionHandler;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Asking for a hire begins with a role profile, an earlier requisition, a template, a table of many, or nothing. */
#[Gate(Permission::OpenRequisition)]
final class NewPage extends SignedInPage
{
    private const STARTS = ['profile', 'earlier', 'template', 'table', 'nothing'];
    private const PARTS = ['text', 'terms', 'questions', 'people'];

    public function __construct(private readonly Db $db, private readonly ReachQuery $reach, private readonly Access $access, private readonly OpenRequisitionHandler $open)
    {
    }

    #[Route('/requisitions/new', name: 'requisition_new', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->render('requisitions/new.html.twig', $this->view($request->query->getString('from', 'profile'), self::whole($request, 'profile'), self::whole($request, 'earlier'), self::whole($request, 'template'), mb_substr(trim($request->query->getString('q')), 0, 100)));
    }

    #[Route('/requisitions/new', name: 'requisition_open', methods: ['POST'])]
    public function open(Request $request, OpenRequisitionHandler $handler): Response
    {
        $input = Input::of($request);
        $from = $input->choice('from', Start::class);
        try {
            $units = array_map(static fn (UnitChoice $u): int => $u->id, $this->units());
            $unit = \in_array($input->int('unit'), $units, true) ? $input->int('unit') : throw Refused::because('unit_out_of_reach', 'unit');
            $me = $this->me()->id;
            $number = match ($from) {
                Start::Earlier => $handler->copy($this->readable($input->int('earlier') ?? 0), array_values(array_intersect(self::PARTS, $input->map('part'))), $unit, $me),
                Start::Template => $handler->fromTemplate($input->int('template') ?? 0, $unit, $me),
                Start::Profile, Start::Nothing, Start::Table => $handler(new OpenRequisition($input->int('profile'), $unit, $input->int('site') ?? throw Refused::because('missing', 'site'), $me, $me, $this->recruiter($me, $input->int('site')))),
            };
        } catch (Refused $refused) {
            return $this->renderRefused('requisitions/new.html.twig', $this->view($from->value, $input->int('profile') ?? 0, $input->int('earlier') ?? 0, $input->int('template') ?? 0, ''), $refused);
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/r/{number}/template', name: 'template_keep', requirements: ['number' => '\d{1,9}'], methods: ['POST'])]
    public function template(int $number, Request $request, OpenRequisitionHandler $handler, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $handler->keepTemplate((int) $_subject->requisitionId, $input->line('name'), $input->has('shared'), $this->me()->id), 'template_kept', 'brief', ['number' => $number]);
    }

    #[Route('/requisitions/templates/{id}/retire', name: 'template_retire', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function retire(int $id, OpenRequisitionHandler $handler): Response
    {
        return $this->act(fn () => $handler->retireTemplate($id, $this->me()->id, $this->access->allows($this->me(), Permission::Administer)), 'template_retired', 'requisition_new', ['from' => 'template']);
    }

    /** Who looks after it until someone else is named: oneself, else a recruiter of that place. */
    private function recruiter(int $me, ?int $site): int
    {
        return $this->db->row("SELECT a.id FROM account a JOIN account_grant g ON g.account_id = a.id WHERE g.role = 'recruiter' AND a.active ORDER BY (a.id = :me) DESC, (a.site_id = :site) DESC, a.id LIMIT 1", ['me' => $me, 'site' => $site])?->int('id') ?? $me;
    }

    /** An earlier requisition one may read. */
    private function readable(int $id): int
    {
        [$visible, $parameters] = $this->access->visible($this->me());

        return $this->db->row("SELECT r.id FROM requisition r JOIN unit_place u ON u.id = r.unit_id WHERE r.id = :id AND $visible", [...$parameters, 'id' => $id])?->int('id') ?? throw Refused::because('missing', 'earlier');
    }

    /** @return array<string, mixed> */
    private function view(string $from, int $profile, int $earlier, int $template, string $words): array
    {
        $from = \in_array($from, self::STARTS, true) ? $from : 'profile';
        [$visible, $parameters] = $this->access->visible($this->me());

        return [
            'errors' => Errors::none(), 'from' => $from, 'starts' => self::STARTS, 'parts' => self::PARTS, 'words' => $words,
            'profiles' => 'profile' !== $from ? [] : $this->db->rows("SELECT p.id, p.title, p.level, p.summary, p.musts, p.bands, f.name AS family FROM profile_now p JOIN family_name f ON f.id = p.family_id WHERE p.retired_at IS NULL AND (:like = '' OR p.title ILIKE :like OR CAST(p.musts AS text) ILIKE :like) ORDER BY f.name, p.title, p.id LIMIT 300", ['like' => '' === $words ? '' : '%'.addcslashes($words, '%_\\').'%']),
            'chosen' => 'profile' !== $from ? null : $this->db->row('SELECT p.*, f.name AS family FROM profile_now p JOIN family_name f ON f.id = p.family_id WHERE p.id = :id AND p.retired_at IS NULL', ['id' => $profile]),
            'earlier' => 'earlier' !== $from ? [] : $this->db->rows("SELECT r.id, r.number, r.title, r.state, r.opened_on, u.name AS unit, s.name AS site FROM requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id WHERE $visible AND (:like = '' OR r.title ILIKE :like OR 'R-' || r.number ILIKE :like) ORDER BY r.number DESC LIMIT 60", [...$parameters, 'like' => '' === $words ? '' : '%'.addcslashes($words, '%_\\').'%']),
            'picked' => 0 === $earlier ? null : $this->db->row("SELECT r.id, r.number, r.title, r.unit_id, r.description, r.musts, r.opened_on, r.filled_at, jsonb_array_length(r.questions) AS questions FROM requisition r JOIN unit_place u ON u.id = r.unit_id WHERE r.id = :id AND $visible", [...$parameters, 'id' => $earlier]),
            'templates' => 'template' === $from ? $this->open->templates($this->me()->id) : [], 'template' => $template,
            'units' => $this->units(), 'sites' => $this->db->rows('SELECT id, name, currency FROM site_place ORDER BY id'), 'mine' => $this->me(),
        ];
    }

    /** @return list<UnitChoice> */
    private function units(): array
    {
        return array_values(array_filter($this->reach->choices($this->me()->id, Permission::OpenRequisition), static fn (UnitChoice $u): bool => $u->kind->hires()));
    }
}
