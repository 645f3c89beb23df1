<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Database\Db;
use Symfony\Component\HttpFoundation\Request;

/**
 * The one rule for ids that a request carries: what the address and the form name belongs together, and people are
 * within reach. A name means the same in every address and every form, so a new page is covered by using the names
 * below.
 */
final readonly class RequestIds
{
    /** What a name in an address stands for. */
    public const PATH = [
        'number' => 'requisition', 'application' => 'application', 'interview' => 'interview', 'offer' => 'offer',
        'posting' => 'posting', 'shortlist' => 'shortlist', 'search' => 'search', 'candidate' => 'candidate',
        'other' => 'candidate', 'resume' => 'resume', 'intake' => 'intake', 'file' => 'intake_file',
        'account' => 'account', 'grant' => 'grant',
    ];
    /** What a name in a query or a form stands for; several may be sent as a list. */
    public const SENT = [
        'application' => 'application', 'person' => 'candidate', 'people' => 'candidate', 'candidate' => 'candidate',
        'file' => 'intake_file', 'merge' => 'merge', 'hire' => 'hire', 'approval_question' => 'question',
        'payment' => 'payment',
    ];
    /** To which kinds of things those of a kind belong (the view belongs_to). */
    public const OWNERS = [
        'application' => ['requisition', 'candidate'], 'interview' => ['requisition', 'application'],
        'offer' => ['requisition', 'application'], 'posting' => ['requisition'], 'shortlist' => ['requisition'],
        'search' => ['requisition'], 'hire' => ['requisition'], 'question' => ['requisition'],
        'payment' => ['requisition', 'posting'], 'resume' => ['candidate'], 'merge' => ['candidate'],
        'intake_file' => ['intake'], 'grant' => ['account'],
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
            : $this->db->row('SELECT id FROM requisition_head WHERE number = :number', ['number' => $number])?->int('id');

        return ['requisition' => $id ?? 0];
    }

    /**
     * @param list<int>          $ids
     * @param array<string, int> $owners of the address, by kind
     */
    private function owned(string $kind, array $ids, array $owners): bool
    {
        $asked = array_intersect_key($owners, array_flip(self::OWNERS[$kind] ?? []));
        if ([] === $asked || [] === $ids) {
            return true;
        }
        $rows = $this->db->rows(
            'SELECT owner, owner_id FROM belongs_to WHERE kind = :kind AND id IN (:ids) AND owner IN (:owners)',
            ['kind' => $kind, 'ids' => array_values(array_unique($ids)), 'owners' => array_keys($asked)],
        );
        foreach ($rows as $row) {
            if ($row->intOrNull('owner_id') !== $asked[$row->str('owner')]) {
                return false;
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
