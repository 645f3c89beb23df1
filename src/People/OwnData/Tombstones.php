<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Security\Sealer;

/**
 * What proves that someone was forgotten: when, why, how much went and how much was left, without a word of who it was. Each stone's seal covers the seal of the one before, so that none can be changed, taken out or
 * put in later. The address is kept as a seal too: it can not be read back, but the same address is known again when it is handed in anew.
 */
final readonly class Tombstones
{
    private const USE = 'tombstone';
    private const LOCK = 72_210;
    private const SELECT = "SELECT t.id, t.candidate_id, t.reason, t.purposes, t.kept_until, t.asked_at, to_char(t.erased_at AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI:SS.US') AS at, t.erased_at, t.account_id, t.files, t.mails, t.texts, t.remains, t.address_seal, t.seal";

    public function __construct(private Db $db, private Sealer $sealer)
    {
    }

    /**
     * Sets a stone; run in the transaction that erases.
     *
     * @param list<string>                             $purposes what the data was kept for
     * @param array{files: int, mails: int, texts: int} $went
     */
    public function set(int $candidate, string $reason, array $purposes, ?\DateTimeImmutable $keptUntil, ?\DateTimeImmutable $askedAt, \DateTimeImmutable $at, ?int $by, array $went, int $remains, ?string $address): void
    {
        // one after the other: each needs the seal of the one before
        $this->db->execute('SELECT pg_advisory_xact_lock('.self::LOCK.')');
        $before = $this->db->row('SELECT seal FROM tombstone ORDER BY id DESC LIMIT 1')?->str('seal') ?? '';
        sort($purposes);
        $addressSeal = null === $address ? null : $this->address($address);
        $facts = [(string) $candidate, $reason, implode(',', $purposes), $keptUntil?->format('Y-m-d') ?? '', $at->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d H:i:s.u'), (string) $by, (string) $went['files'], (string) $went['mails'], (string) $went['texts'], (string) $remains, $addressSeal ?? ''];
        $this->db->insert('tombstone', ['candidate_id' => $candidate, 'reason' => $reason, 'purposes' => $purposes, 'kept_until' => $keptUntil?->format('Y-m-d'), 'asked_at' => $askedAt, 'erased_at' => $at, 'account_id' => $by, ...$went, 'remains' => $remains, 'address_seal' => $addressSeal, 'seal' => $this->seal($before, $facts)]);
    }

    /** @return Record|null the stone of whoever had this address and wanted no more: reason, erased_at */
    public function refusedBy(string $email): ?Record
    {
        return '' === $email ? null : $this->db->row("SELECT reason, erased_at FROM tombstone WHERE address_seal = :s AND reason IN ('asked', 'answered') ORDER BY id DESC LIMIT 1", ['s' => $this->address($email)]);
    }

    /** @return list<Record> newest first */
    public function recent(int $most = 100): array
    {
        return $this->db->rows(self::SELECT.', a.name AS by FROM tombstone t LEFT JOIN account a ON a.id = t.account_id ORDER BY t.id DESC LIMIT '.$most);
    }

    /** @return array{stones: int, broken: int|null} how many stand, and the first whose seal does not hold */
    public function check(): array
    {
        $before = '';
        $stones = $last = 0;
        do {
            $rows = $this->db->rows(self::SELECT.' FROM tombstone t WHERE t.id > :last ORDER BY t.id LIMIT 1000', ['last' => $last]);
            foreach ($rows as $t) {
                $purposes = $t->strings('purposes');
                sort($purposes);
                $facts = [(string) $t->int('candidate_id'), $t->str('reason'), implode(',', $purposes), substr($t->strOrNull('kept_until') ?? '', 0, 10), $t->str('at'), (string) $t->intOrNull('account_id'), (string) $t->int('files'), (string) $t->int('mails'), (string) $t->int('texts'), (string) $t->int('remains'), $t->strOrNull('address_seal') ?? ''];
                ++$stones;
                $last = $t->int('id');
                if (!hash_equals($this->seal($before, $facts), $t->str('seal'))) {
                    return ['stones' => $stones, 'broken' => $last];
                }
                $before = $t->str('seal');
            }
        } while (1000 === \count($rows));

        return ['stones' => $stones, 'broken' => null];
    }

    private function address(string $email): string
    {
        return $this->sealer->mac(mb_strtolower(trim($email)), self::USE.' address');
    }

    /** @param list<string> $facts */
    private function seal(string $before, array $facts): string
    {
        return $this->sealer->mac(implode("\n", [$before, ...$facts]), self::USE);
    }
}
