<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Symfony\Component\HttpFoundation\Request;

/**
 * The one rule for ids that a request carries: what the address and the form name belongs together, and people are within reach.
 * A name means the same in every address and every form, so a new page is covered by using the names below.
 */
final readonly class RequestIds
{
    /** What a name in an address stands for. */
    public const PATH = [
        'number' => 'requisition', 'application' => 'application', 'interview' => 'interview', 'offer' => 'offer',
        'posting' => 'posting', 'shortlist' => 'shortlist', 'search' => 'search', 'candidate' => 'candidate', 'other' => 'candidate',
        'resume' => 'resume', 'intake' => 'intake', 'file' => 'intake_file', 'account' => 'account', 'grant' => 'grant',
    ];
    /** What a name in a query or a form stands for; several may be sent as a list. */
    public const SENT = [
        'application' => 'application', 'person' => 'candidate', 'people' => 'candidate', 'candidate' => 'candidate', 'file' => 'intake_file',
        'merge' => 'merge', 'hire' => 'hire', 'approval_question' => 'question', 'payment' => 'payment',
    ];
    /** To which things something belongs: by kind of owner, the column; and where it is looked up. */
    public const OWNERS = [
        'application' => 'SELECT id, requisition_id AS requisition, candidate_id AS candidate FROM application',
        'interview' => 'SELECT i.id, p.requisition_id AS requisition, p.id AS application FROM interview i JOIN application p ON p.id = i.application_id',
        'offer' => 'SELECT o.id, p.requisition_id AS requisition, p.id AS application FROM offer o JOIN application p ON p.id = o.application_id',
        'posting' => 'SELECT id, requisition_id AS requisition FROM posting',
        'shortlist' => 'SELECT id, requisition_id AS requisition FROM shortlist',
        'search' => 'SELECT id, requisition_id AS requisition FROM saved_search',
        'hire' => 'SELECT h.id, p.requisition_id AS requisition FROM hire h JOIN application p ON p.id = h.application_id',
        'question' => 'SELECT id, requisition_id AS requisition FROM approval_question',
        'payment' => 'SELECT s.id, p.requisition_id AS requisition, p.id AS posting FROM spend s JOIN posting p ON p.id = s.posting_id',
        'resume' => 'SELECT id, candidate_id AS candidate FROM resume',
        'merge' => 'SELECT id, survivor_id AS candidate FROM candidate_merge',
        'intake_file' => 'SELECT id, intake_id AS intake FROM intake_file',
        'grant' => 'SELECT id, account_id AS account FROM account_grant',
    ];

    public function __construct(private Db $db, private Mask $mask)
    {
    }

    /**
     * Whether all of it belongs together. What is not there at all is left to the page, which says so.
     *
     * @param Subject|null $subject what the gate was asked about
     */
    public function belong(Request $request, ?Subject $subject): bool
    {
        $owners = $this->requisition($request, $subject);
        $named = [];
        foreach (self::PATH as $name => $kind) {
            $id = $request->attributes->getInt($name);
            if ($request->attributes->has($name) && 'requisition' !== $kind) {
                $owners[$kind] ??= $id;
                $named[$kind][] = $id;
            }
        }
        foreach (self::SENT as $name => $kind) {
            $named[$kind] = [...$named[$kind] ?? [], ...self::sent($request, $name)];
        }
        foreach ($named as $kind => $ids) {
            if (!$this->owned($kind, $ids, $owners)) {
                return false;
            }
        }

        return true;
    }

    /** Whether everyone named may be seen by who asks; the one whom the address is about is asked at the gate. */
    public function within(Request $request, Account $me): bool
    {
        $ids = [$request->attributes->getInt('other')];
        foreach (self::SENT as $name => $kind) {
            if ('candidate' === $kind) {
                $ids = [...$ids, ...self::sent($request, $name)];
            }
        }
        $ids = array_values(array_unique(array_filter($ids, static fn (int $id): bool => 0 !== $id)));

        return [] === $ids || [] === $this->mask->hidden($me, $ids);
    }

    /** @return array{requisition?: int} the requisition that the address names by its number */
    private function requisition(Request $request, ?Subject $subject): array
    {
        if (!$request->attributes->has('number')) {
            return [];
        }
        $number = $request->attributes->getInt('number');
        $id = $number === $subject?->requisitionNumber
            ? $subject->requisitionId
            : $this->db->row('SELECT id FROM requisition WHERE number = :number', ['number' => $number])?->int('id');

        return ['requisition' => $id ?? 0];
    }

    /**
     * @param list<int>          $ids
     * @param array<string, int> $owners of the address, by kind
     */
    private function owned(string $kind, array $ids, array $owners): bool
    {
        $sql = self::OWNERS[$kind] ?? '';
        $asked = array_filter($owners, static fn (string $owner): bool => str_contains($sql, ' AS '.$owner), \ARRAY_FILTER_USE_KEY);
        if ([] === $asked || [] === $ids) {
            return true;
        }
        foreach ($this->db->rows("SELECT * FROM ($sql) x WHERE id IN (:ids)", ['ids' => array_values(array_unique($ids))]) as $row) {
            foreach ($asked as $owner => $id) {
                if ($row->intOrNull($owner) !== $id) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @return list<int> of one name, from the query and the form; what is no number is none of ours */
    private static function sent(Request $request, string $name): array
    {
        $ids = [];
        foreach ([$request->query, $request->request] as $bag) {
            $value = $bag->all()[$name] ?? [];
            foreach (\is_array($value) ? $value : [$value] as $one) {
                if (\is_string($one) && 1 === preg_match('/^\d{1,9}$/', $one)) {
                    $ids[] = (int) $one;
                }
            }
        }

        return $ids;
    }
}
