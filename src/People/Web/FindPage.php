<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\People\SearchReach;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The search in the top bar: people and requisitions within reach, and openings. */
final class FindPage extends SignedInPage
{
    private const ROWS = 12;

    #[Gate(Permission::BeSignedIn)]
    #[Route('/find', name: 'find', methods: ['GET'])]
    public function __invoke(Request $request, Db $db, Access $access, SearchReach $reach): Response
    {
        $me = $this->me();
        $words = mb_substr(trim($request->query->getString('q')), 0, 100);
        $like = ['like' => '%'.addcslashes($words, '%_\\').'%'];
        [$visible, $parameters] = $access->visible($me);
        $wide = $access->has($me, Role::Recruiter, Role::Coordinator);
        $people = $wide ? 'true' : 'EXISTS (SELECT 1 FROM application p JOIN requisition_head r ON r.id = p.requisition_id WHERE p.candidate_id = c.id AND (r.manager_id = :me OR EXISTS (SELECT 1 FROM interview i JOIN interview_seat t ON t.interview_id = i.id WHERE i.application_id = p.id AND t.account_id = :me)))';

        return $this->render('people/find.html.twig', ['words' => $words, 'tried' => '' !== $words,
            'people' => '' === $words ? [] : self::seen($reach, $me, $db->rows("SELECT c.id, c.name, c.headline, c.city, (SELECT string_agg(r.title || ' R-' || r.number, ', ') FROM application p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id WHERE p.candidate_id = c.id AND $visible) AS openings FROM candidate c WHERE (c.name ILIKE :like OR c.email ILIKE :like OR c.id IN (SELECT k.candidate_id FROM candidate_tag k JOIN tag t ON t.id = k.tag_id WHERE lower(t.name) = lower(:words))) AND c.erased_at IS NULL AND c.merged_into IS NULL AND $people ORDER BY c.active_on DESC NULLS LAST, c.id LIMIT ".self::ROWS, $like + ['words' => $words] + $parameters), $wide),
            'requisitions' => '' === $words ? [] : $db->rows("SELECT r.number, r.title, r.state, s.city, u.name AS unit, EXISTS (SELECT 1 FROM posting_head b WHERE b.requisition_id = r.id AND b.board = 'careers' AND b.state = 'live') AS public FROM requisition_head r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id WHERE (r.title ILIKE :like OR s.city ILIKE :like OR 'R-' || r.number ILIKE :like) AND $visible ORDER BY r.number DESC LIMIT ".self::ROWS, $like + $parameters),
        ]);
    }

    /**
     * Without whom a role alone does not open.
     *
     * @param list<Record> $rows
     *
     * @return list<Record>
     */
    private static function seen(SearchReach $reach, Account $me, array $rows, bool $wide): array
    {
        $hidden = $wide && [] !== $rows ? $reach->hidden($me, array_map(static fn (Record $r): int => $r->int('id'), $rows)) : [];

        return array_values(array_filter($rows, static fn (Record $r): bool => !\in_array($r->int('id'), $hidden, true)));
    }
}
