<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Resume\Corrections;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What was read from resumes, with what people corrected. What is unsure is shown, and used by nothing before someone confirmed it. */
final class Readings
{
    public function __construct(private readonly Db $db, private readonly ClockInterface $clock, private readonly ActivityLog $log, private readonly Dictionary $dictionary, private readonly ReadText $readText)
    {
    }

    /** Reads a resume's text and keeps the reading beside it; corrections stay. The candidate's headline and years follow, where they were told nothing else. */
    public function read(int $resume): void
    {
        $row = $this->db->row('SELECT candidate_id, text FROM resume WHERE id = :id', ['id' => $resume]) ?? throw new \LogicException('No such resume.');
        $reading = ($this->readText)($row->str('text'))->reading;
        $this->db->execute('UPDATE resume SET reading = CAST(:r AS jsonb) WHERE id = :id', ['r' => json_encode($reading, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE), 'id' => $resume]);
        $this->settle($resume, $row->int('candidate_id'));
    }

    /** @return array{reading: array<array-key, mixed>, items: array<string, array<array-key, array<array-key, mixed>>>, months: int|null} of a resume, read now if it was not before */
    public function of(int $resume): array
    {
        $row = $this->db->row('SELECT reading FROM resume WHERE id = :id', ['id' => $resume]) ?? throw new \LogicException('No such resume.');
        if (null === $row->strOrNull('reading')) {
            $this->db->transaction(fn () => $this->read($resume));
            $row = $this->db->row('SELECT reading FROM resume WHERE id = :id', ['id' => $resume]) ?? throw new \LogicException('No such resume.');
        }
        $reading = $row->json('reading');
        $items = Corrections::over($reading, $this->corrections($resume));

        return ['reading' => $reading, 'items' => $items, 'months' => Corrections::months($items['spells'], $this->now())];
    }

    /**
     * @param 'confirmed'|'changed'|'struck'|'back' $verdict
     * @param array<string, string>                 $value   what it is, by field
     */
    public function correct(int $resume, string $item, string $verdict, array $value, int $by): void
    {
        [$kind, $key] = explode('.', $item, 2) + ['', ''];
        $fields = Corrections::FIELDS[$kind] ?? null;
        $known = $this->db->row('SELECT candidate_id, reading FROM resume WHERE id = :id', ['id' => $resume]) ?? throw Refused::because('missing');
        $one = Corrections::over($known->json('reading'), [])[$kind][$key] ?? null;
        if (null === $fields || null === $one) {
            throw Refused::because('missing');
        }
        $value = 'changed' === $verdict ? array_intersect_key($value, array_flip($fields)) : [];
        Refused::unlessEmpty('changed' === $verdict ? self::wrong($kind, $key, $value) : []);
        $this->db->transaction(function () use ($resume, $item, $kind, $one, $verdict, $value, $by, $known): void {
            if ('back' === $verdict) {
                $this->db->execute('DELETE FROM resume_correction WHERE resume_id = :r AND item = :i', ['r' => $resume, 'i' => $item]);
            } else {
                $this->db->execute('INSERT INTO resume_correction (resume_id, item, verdict, value, account_id, at) VALUES (:r, :i, :v, CAST(:x AS jsonb), :by, :now) ON CONFLICT (resume_id, item) DO UPDATE SET verdict = :v, value = CAST(:x AS jsonb), account_id = :by, at = :now', ['r' => $resume, 'i' => $item, 'v' => $verdict, 'x' => json_encode($value, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE), 'by' => $by, 'now' => $this->clock->now()]);
            }
            if ('changed' === $verdict) {
                $this->dictionary->propose($kind, $one, $value);
            }
            $this->settle($resume, $known->int('candidate_id'), true);
            $this->log->record('resume.corrected', 'candidate', $known->int('candidate_id'), null, $known->int('candidate_id'), ['item' => explode('.', $item)[0], 'verdict' => $verdict]);
        });
    }

    /** @return list<Record> resumes with something unsure in them, newest first */
    public function unsure(int $most = 100): array
    {
        return $this->db->rows('SELECT r.id, r.file_name, r.created_at, r.unsure, c.id AS candidate_id, c.name, c.source FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE r.unsure > 0 AND c.erased_at IS NULL ORDER BY r.created_at DESC, r.id DESC LIMIT :n', ['n' => $most]);
    }

    /**
     * @param array<string, string> $value
     *
     * @return list<Refusal>
     */
    private static function wrong(string $kind, string $key, array $value): array
    {
        $refusals = [];
        foreach (['spells' => ['title', 'employer'], 'education' => ['school'], 'certificates' => ['name']] as $of => $needed) {
            foreach ($of === $kind ? $needed : [] as $field) {
                if ('' === ($value[$field] ?? '')) {
                    $refusals[] = new Refusal($field, 'missing');
                }
            }
        }
        foreach (['from', 'to', 'until'] as $field) {
            if (isset($value[$field]) && ('' !== $value[$field] || 'from' === $field) && null === Corrections::month($value[$field])) {
                $refusals[] = new Refusal($field, 'month_wrong');
            }
        }
        if ([] === $refusals && '' !== ($value['to'] ?? '') && null !== ($from = Corrections::month($value['from'] ?? null)) && (Corrections::month($value['to']) ?? $from) < $from - 11) {
            $refusals[] = new Refusal('to', 'ends_before_it_begins');
        }
        if ('languages' === $kind && !\in_array($value['level'] ?? '', ['A1', 'A2', 'B1', 'B2', 'C1', 'C2'], true)) {
            $refusals[] = new Refusal('level', 'not_offered');
        }
        if ('fields' === $kind && 'email' === $key && !EmailAddress::isValid($value['value'] ?? '')) {
            $refusals[] = new Refusal('value', 'email_wrong');
        }

        return $refusals;
    }

    /** @return array<string, array{verdict: string, value: array<string, string>}> */
    private function corrections(int $resume): array
    {
        $corrections = [];
        foreach ($this->db->rows('SELECT item, verdict, value FROM resume_correction WHERE resume_id = :r', ['r' => $resume]) as $row) {
            $corrections[$row->str('item')] = ['verdict' => $row->str('verdict'), 'value' => array_filter($row->json('value'), static fn (mixed $v, int|string $k): bool => \is_string($v) && \is_string($k), \ARRAY_FILTER_USE_BOTH)];
        }

        return $corrections;
    }

    /** A file in which no work could be read (a letter, a scan) takes the place of no resume in which some was. */
    private function isPoorer(int $resume, int $candidate, bool $hasWork): bool
    {
        return !$hasWork && 0 !== $this->db->int(
            "SELECT count(*) FROM resume WHERE candidate_id = :c AND id <> :r AND jsonb_typeof(reading -> 'spells') = 'array' AND jsonb_array_length(reading -> 'spells') > 0",
            ['c' => $candidate, 'r' => $resume],
        );
    }

    /** How much is unsure, and what the candidate's own line says, from the newest resume. */
    private function settle(int $resume, int $candidate, bool $corrected = false): void
    {
        ['items' => $items, 'months' => $months] = $this->of($resume);
        $beside = $this->isPoorer($resume, $candidate, [] !== $items['spells']);
        $unsure = \count(array_filter(array_merge(...array_values(array_map(array_values(...), $items))), static fn (array $one): bool => 'unsure' === ($one['sure'] ?? '')));
        $this->db->execute('UPDATE resume SET unsure = :n, beside = :b WHERE id = :id', ['n' => $unsure, 'b' => $beside, 'id' => $resume]);
        if ($beside) {
            return;
        }
        $first = array_values(array_filter($items['spells'], static fn (array $s): bool => 'unsure' !== ($s['sure'] ?? '')))[0] ?? [];
        $now = array_values(array_filter($items['spells'], static fn (array $s): bool => 'unsure' !== ($s['sure'] ?? '') && true === ($s['ongoing'] ?? false)))[0]['employer'] ?? null;
        $employer = \is_string($now) && '' !== $now ? $now : null;
        $headline = implode(', ', array_filter([$first['title'] ?? '', $first['employer'] ?? ''], static fn (mixed $v): bool => \is_string($v) && '' !== $v));
        $this->db->execute(
            "UPDATE candidate c SET employer = :e, employer_folded = :ef, headline = CASE WHEN :h <> '' AND (c.headline = '' OR :corrected) THEN :h ELSE c.headline END, years = CASE WHEN CAST(:y AS numeric) IS NOT NULL AND (c.years IS NULL OR :corrected) THEN CAST(:y AS numeric) ELSE c.years END, city = coalesce(c.city, :city)
             WHERE c.id = :c AND NOT EXISTS (SELECT 1 FROM resume n WHERE n.candidate_id = c.id AND n.id > :r AND NOT n.beside)",
            ['e' => null === $employer ? null : mb_substr($employer, 0, 200), 'ef' => null === $employer ? null : mb_substr(Traits::company($employer), 0, 200), 'h' => mb_substr($headline, 0, 200), 'corrected' => $corrected, 'y' => null === $months || 0 === $months ? null : number_format(min(70, $months / 12), 1, '.', ''), 'city' => \is_string($items['fields']['city']['value'] ?? null) && 'unsure' !== ($items['fields']['city']['sure'] ?? '') ? $items['fields']['city']['value'] : null, 'c' => $candidate, 'r' => $resume],
        );
    }

    private function now(): int
    {
        return 12 * (int) $this->clock->now()->format('Y') + (int) $this->clock->now()->format('n') - 1;
    }
}
