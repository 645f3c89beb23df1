<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support\Actors;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Accounts\Staff;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;

/** Two admins who take that role from each other at the same moment. */
final readonly class Admins
{
    private const PAIR = ['runa.eikeland@skerryline.example', 'solveig.aune@skerryline.example'];

    private const ROUND_SECONDS = .3;

    public function __construct(
        private Db $db,
        private AccountRepository $accounts,
        private Staff $staff,
        private Access $access,
        private EntityManagerInterface $entities,
    ) {
    }

    /** Both are, and nobody else; what is there to be put back is told. */
    public function put(): string
    {
        $before = $this->db->row("SELECT json_agg(json_build_array(account_id, unit_id)) AS kept FROM account_grant WHERE role = 'admin'");
        $this->set(array_map(fn (int $i): array => [$this->one($i)->id, 1], [0, 1]));

        return (string) $before?->strOrNull('kept');
    }

    public function putBack(string $kept): string
    {
        /** @var list<array{int, int}> $grants */
        $grants = json_decode($kept, true, 4, \JSON_THROW_ON_ERROR);
        $this->set($grants);

        return 'as before';
    }

    /**
     * One of the two takes the role from the other, again and again, each time at a moment that both wait for; the first
     * of them makes both admins again between.
     *
     * @return string what became of it and how many were left, for each round
     */
    public function take(int $who, float $from, int $rounds): string
    {
        $said = [];
        for ($round = 0; $round < $rounds; ++$round) {
            $at = $from + $round * self::ROUND_SECONDS;
            if (0 === $who) {
                time_sleep_until($at);
                $this->put();
            }
            time_sleep_until($at + self::ROUND_SECONDS / 3);
            $this->entities->clear();
            $this->access->reset();
            $me = $this->one($who);
            // as at the gate of a page
            $this->access->learn($me);
            $grant = $this->db->int(
                "SELECT id FROM account_grant WHERE role = 'admin' AND account_id = :a", ['a' => $this->one(1 - $who)->id],
            );
            time_sleep_until($at + self::ROUND_SECONDS / 2);
            $said[] = $this->revoke($grant, $me);
            time_sleep_until($at + self::ROUND_SECONDS * 5 / 6);
            $said[] = $this->left();
        }

        return implode(' ', $said);
    }

    private function revoke(int $grant, Account $by): string
    {
        try {
            $this->staff->revoke($grant, $by);
        } catch (Refused $refused) {
            return $refused->refusals[0]->code;
        }

        return 'taken';
    }

    private function left(): string
    {
        return (string) $this->db->int("SELECT count(DISTINCT account_id) FROM account_grant WHERE role = 'admin'");
    }

    private function one(int $i): Account
    {
        return $this->accounts->byEmail(self::PAIR[$i]) ?? throw new \LogicException('The demo world has both.');
    }

    /** @param list<array{int, int}> $grants account and unit */
    private function set(array $grants): void
    {
        $this->db->execute("DELETE FROM account_grant WHERE role = 'admin'");
        foreach ($grants as [$account, $unit]) {
            $this->db->insert('account_grant', ['account_id' => $account, 'role' => 'admin', 'unit_id' => $unit]);
        }
    }
}
