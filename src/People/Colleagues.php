<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Who works or worked in the house, from a table of the personnel records; and the employers whose people are not approached. */
final readonly class Colleagues
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private SamePerson $same, private KnownBy $known)
    {
    }

    /**
     * Writes one down and ties the person who is known by the same confirmed address; run in the transaction of what brings it.
     *
     * @param array{number: string, name: string, email: string, phone: string, unit: string} $told
     */
    public function write(array $told, ?\DateTimeImmutable $since, ?\DateTimeImmutable $until): void
    {
        $this->db->execute('INSERT INTO colleague (number, name, email, phone, unit, since, until, at) VALUES (:number, :name, :email, :phone, :unit, :s, :u, :now) ON CONFLICT (number) DO UPDATE SET name = :name, email = :email, phone = :phone, unit = :unit, since = :s, until = :u, at = :now', ['email' => '' === $told['email'] ? null : $told['email'], 'phone' => '' === $told['phone'] ? null : $told['phone'], 's' => $since?->format('Y-m-d'), 'u' => $until?->format('Y-m-d'), 'now' => $this->clock->now()] + $told);
        $known = $this->known->address($told['email']);
        if (null !== $known && 0 === $this->db->int('SELECT count(*) FROM not_colleague WHERE candidate_id = :c AND number = :n', ['c' => $known, 'n' => $told['number']])) {
            $this->tie($known, $told['number']);
        }
        // who is not known by the address may be known by more: looked up once here, not each time the page is opened
        $like = null !== $known ? null : $this->same->like(Traits::of($told['name'], '' === $told['email'] ? null : $told['email'], '' === $told['phone'] ? [] : [$told['phone']]))[0] ?? null;
        $this->db->execute('UPDATE colleague SET like_id = :l, likeness = :p, reasons = CAST(:r AS jsonb) WHERE number = :n', ['n' => $told['number'], 'l' => $like['id'] ?? null, 'p' => $like['probability'] ?? null, 'r' => json_encode($like['reasons'] ?? [], \JSON_THROW_ON_ERROR)]);
    }

    public function tie(int $candidate, string $number): void
    {
        if (1 === $this->db->execute('UPDATE candidate SET colleague = :n WHERE id = :c AND colleague IS NULL AND erased_at IS NULL AND NOT EXISTS (SELECT 1 FROM candidate x WHERE x.colleague = :n) AND EXISTS (SELECT 1 FROM colleague WHERE number = :n)', ['c' => $candidate, 'n' => $number])) {
            $this->log->record('candidate.colleague', 'candidate', $candidate, null, $candidate);
        }
    }

    /** Someone says that they are not the same. */
    public function apart(int $candidate, string $number): void
    {
        $this->db->transaction(function () use ($candidate, $number): void {
            $this->db->execute('UPDATE candidate SET colleague = NULL WHERE id = :c AND colleague = :n', ['c' => $candidate, 'n' => $number]);
            $this->db->execute('INSERT INTO not_colleague (candidate_id, number) SELECT :c, number FROM colleague WHERE number = :n ON CONFLICT DO NOTHING', ['c' => $candidate, 'n' => $number]);
        });
    }

    /** @return array{all: int, now: int, tied: int} */
    public function counts(): array
    {
        $row = $this->db->row('SELECT count(*) AS all, count(*) FILTER (WHERE until IS NULL OR until >= :today) AS now, (SELECT count(*) FROM candidate WHERE colleague IS NOT NULL) AS tied FROM colleague', ['today' => $this->clock->now()->format('Y-m-d')]) ?? throw new \LogicException('One row.');

        return ['all' => $row->int('all'), 'now' => $row->int('now'), 'tied' => $row->int('tied')];
    }

    /** @return list<Record> who is known here, newest first */
    public function tied(int $most = 100): array
    {
        return $this->db->rows('SELECT c.id, c.name, g.number, g.unit, g.since, g.until FROM candidate c JOIN colleague g ON g.number = c.colleague WHERE c.erased_at IS NULL ORDER BY g.at DESC, c.name LIMIT '.$most);
    }

    /** @return list<Record> who of them might be someone we know, to be asked: number, name, unit, id, person, headline, likeness, reasons; as it was when they last came in a table */
    public function maybe(): array
    {
        return $this->db->rows('SELECT g.number, g.name, g.unit, c.id, c.name AS person, c.headline, g.likeness, g.reasons FROM colleague g JOIN candidate c ON c.id = g.like_id
            WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.colleague IS NULL AND NOT EXISTS (SELECT 1 FROM candidate x WHERE x.colleague = g.number) AND NOT EXISTS (SELECT 1 FROM not_colleague n WHERE n.candidate_id = c.id AND n.number = g.number) ORDER BY g.likeness DESC, g.number LIMIT 100');
    }

    /** @return Record the colleague a person is or was (number, unit, since, until, now), and the agreement their employer falls under (spared_employer, spared_until, spared_note); each null when there is none */
    public function standing(int $candidate): Record
    {
        return $this->db->row('SELECT g.number, g.unit, g.since, g.until, g.number IS NOT NULL AND (g.until IS NULL OR g.until >= :today) AS now, n.employer AS spared_employer, n.until AS spared_until, n.note AS spared_note
            FROM candidate c LEFT JOIN colleague g ON g.number = c.colleague LEFT JOIN no_poach n ON n.folded = c.employer_folded AND (n.until IS NULL OR n.until >= :today) WHERE c.id = :c', ['c' => $candidate, 'today' => $this->clock->now()->format('Y-m-d')]) ?? throw Refused::because('missing');
    }

    /** @return list<Record> employer, until, note, by, people (how many work there) */
    public function agreements(): array
    {
        return $this->db->rows('SELECT n.id, n.employer, n.until, n.note, a.name AS by, n.at, (SELECT count(*) FROM candidate c WHERE c.employer_folded = n.folded AND c.erased_at IS NULL) AS people FROM no_poach n JOIN account a ON a.id = n.account_id ORDER BY (n.until < :today) NULLS FIRST, lower(n.employer)', ['today' => $this->clock->now()->format('Y-m-d')]);
    }

    public function agree(string $employer, ?\DateTimeImmutable $until, string $note, int $by): void
    {
        $folded = Traits::company($employer);
        if ('' === $folded) {
            throw Refused::because('missing', 'employer');
        }
        if ('' === trim($note)) {
            throw Refused::because('missing', 'note');
        }
        if (null !== $until && $until < $this->clock->now()->setTime(0, 0)) {
            throw Refused::because('day_past', 'until');
        }
        $this->db->transaction(function () use ($employer, $folded, $until, $note, $by): void {
            $id = $this->db->int('INSERT INTO no_poach (employer, folded, until, note, account_id, at) VALUES (:e, :f, :u, :n, :by, :now) ON CONFLICT (folded) DO UPDATE SET until = :u, note = :n, account_id = :by, at = :now RETURNING id', ['e' => mb_substr($employer, 0, 120), 'f' => $folded, 'u' => $until?->format('Y-m-d'), 'n' => mb_substr($note, 0, 300), 'by' => $by, 'now' => $this->clock->now()]);
            $this->log->record('no_poach.agreed', 'no_poach', $id, change: ['employer' => $employer]);
        });
    }

    public function endAgreement(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $row = $this->db->row('DELETE FROM no_poach WHERE id = :id RETURNING employer', ['id' => $id]) ?? throw Refused::because('missing');
            $this->log->record('no_poach.ended', 'no_poach', $id, change: ['employer' => $row->str('employer')]);
        });
    }
}
