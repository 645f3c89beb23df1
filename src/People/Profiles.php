<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Resume\Blind;
use Jorvent\Core\Resume\Corrections;
use Jorvent\Core\Resume\Period;
use Jorvent\Core\Resume\Sure;
use Jorvent\Core\Resume\Tongues;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\Outside\ResumeBanks\BankPerson;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** People as searches look at them: the record, the newest resume as read and corrected, tags, and where they stand with us. What is unsure in a resume is found, but counted for nothing beyond that. */
final class Profiles
{
    private const COLUMNS = "SELECT c.id, c.name, c.headline, c.years, c.city, c.country, c.would_move, c.remote, c.pay_expected, c.pay_current, c.pay_currency, c.notice_days, c.first_day, array_to_json(c.permits)::text AS permits, c.active_on, c.considers_on, c.asked, c.answered, c.written_on, c.contact_barred_until,
        (SELECT string_agg(x.text, E'\n') FROM candidate_note x WHERE x.candidate_id = c.id) AS notes, r.text, r.reading, r.corrections, (SELECT json_agg(lower(t.name)) FROM candidate_tag g JOIN tag t ON t.id = g.tag_id WHERE g.candidate_id = c.id)::text AS tags,
        (SELECT json_agg(q.number ORDER BY q.number) FROM application p JOIN requisition_head q ON q.id = p.requisition_id WHERE p.candidate_id = c.id AND p.state = 'active')::text AS pipelines,
        (SELECT json_agg(q.number ORDER BY q.number) FROM verdict v JOIN requisition_head q ON q.id = v.requisition_id WHERE v.candidate_id = c.id)::text AS set_aside
        FROM candidate c LEFT JOIN LATERAL (SELECT n.text, n.reading, (SELECT json_object_agg(x.item, json_build_object('verdict', x.verdict, 'value', x.value)) FROM resume_correction x WHERE x.resume_id = n.id)::text AS corrections FROM resume n WHERE n.candidate_id = c.id ORDER BY n.created_at DESC, n.id DESC LIMIT 1) r ON true
        WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND ";
    private const NOTHING = ['id' => 0, 'remote' => null, 'pay_expected' => null, 'pay_current' => null, 'pay_currency' => null, 'notice_days' => null, 'first_day' => null, 'permits' => '[]', 'considers_on' => null, 'asked' => 0, 'answered' => 0, 'written_on' => null, 'contact_barred_until' => null, 'corrections' => null, 'notes' => null, 'tags' => null, 'pipelines' => null, 'set_aside' => null];
    private const FOUND = 'c.claims IS NULL AND ';

    public function __construct(private readonly Db $db, private readonly SearchContext $contexts, private readonly ReadText $readText)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, Profile> by id; who was forgotten, joined with another or stands apart is not there
     */
    public function of(array $ids): array
    {
        return [] === $ids ? [] : $this->all(self::COLUMNS.self::FOUND.'c.id = ANY (CAST(:ids AS int[]))', ['ids' => '{'.implode(',', $ids).'}']);
    }

    /**
     * Those who stand apart too, who are found by no search.
     *
     * @param list<int> $ids
     *
     * @return array<int, Profile>
     */
    public function anyone(array $ids): array
    {
        return [] === $ids ? [] : $this->all(self::COLUMNS.'c.id = ANY (CAST(:ids AS int[]))', ['ids' => '{'.implode(',', $ids).'}']);
    }

    /** @return \Generator<int, Profile> everyone from a number up to, not including, another */
    public function between(int $from, int $to): \Generator
    {
        for ($at = $from; $at < $to; $at += 1_000) {
            yield from $this->all(self::COLUMNS.self::FOUND.'c.id >= :from AND c.id < :to ORDER BY c.id', ['from' => $at, 'to' => min($to, $at + 1_000)]);
        }
    }

    /**
     * @param array<string, mixed> $parameters
     *
     * @return array<int, Profile>
     */
    private function all(string $sql, array $parameters): array
    {
        $profiles = [];
        foreach ($this->db->rows($sql, $parameters) as $row) {
            $profiles[$row->int('id')] = $this->profile($row);
        }

        return $profiles;
    }

    /** Someone of an outside database, read from what it shows; of what is only known of our own people nothing is known. */
    public function ofOutside(BankPerson $person): Profile
    {
        $reading = $this->readText->plain($person->text)->reading;

        return $this->profile(new Record(['name' => '', 'headline' => $person->headline, 'years' => $person->years, 'city' => $person->city, 'country' => $person->country, 'would_move' => $person->wouldMove, 'active_on' => $person->activeOn, 'text' => $person->text, 'reading' => json_encode($reading, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE)] + self::NOTHING));
    }

    private function profile(Record $row): Profile
    {
        $items = Corrections::over($row->json('reading'), self::corrections($row));
        $items = array_map(static fn (array $of): array => array_filter($of, static fn (array $one): bool => Sure::Unsure->value !== ($one['sure'] ?? '')), $items);
        $stints = self::stints($items['spells']);
        $studies = self::studies($items['education']);
        $licences = array_values(array_map(static fn (array $c): Licence => new Licence(self::text($c, 'name'), self::day(self::text($c, 'until'))), $items['certificates']));
        $field = static fn (string $name): string => self::text($items['fields'][$name] ?? [], 'value');
        $notice = $row->intOrNull('notice_days') ?? (1 === preg_match('/^\d{1,4}$/', $field('notice')) ? (int) $field('notice') : null);
        $pay = $row->intOrNull('pay_expected');
        $currency = $row->strOrNull('pay_currency') ?? '';
        $skills = \is_array($row->json('reading')['skills'] ?? null) ? array_map(strval(...), array_keys($row->json('reading')['skills'])) : [];

        $places = array_values(array_filter([$row->strOrNull('city') ?? '', ...array_map(static fn (array $s): string => self::text($s, 'place'), array_values($items['spells']))], static fn (string $p): bool => '' !== $p));
        $document = Document::build([
            '' => [$row->str('headline'), $row->strOrNull('text') ?? ''], 'title' => array_map(static fn (Stint $s): string => $s->title, $stints), 'employer' => array_map(static fn (Stint $s): string => $s->employer, $stints),
            'skill' => $skills, 'school' => array_map(static fn (Study $s): string => $s->school, $studies), 'place' => $places, 'note' => array_filter([$row->strOrNull('notes') ?? ''], static fn (string $n): bool => '' !== $n),
        ]);

        return new Profile(
            $document, $row->floatOrNull('years'), $stints, $studies, $licences, self::languages($items['languages']), $row->strOrNull('city'), $row->strOrNull('country'), self::flag($row, 'would_move'), self::flag($row, 'remote'),
            null === $pay ? null : intdiv($pay, 100), $currency, $notice, self::day($row->strOrNull('first_day') ?? $field('available')), $row->strings('permits'), self::day($row->strOrNull('active_on') ?? ''), self::day($row->strOrNull('considers_on') ?? ''),
            $row->int('asked'), $row->int('answered'), self::day($row->strOrNull('written_on') ?? ''), self::day($row->strOrNull('contact_barred_until') ?? ''), array_map(Judge::folded(...), $row->strings('tags')), self::numbers($row, 'pipelines'), self::numbers($row, 'set_aside'),
            $this->euro($pay, $currency), $this->euro($row->intOrNull('pay_current'), $currency), null !== $row->strOrNull('text'), self::said($row, $items, $skills),
        );
    }

    /**
     * @param array<array-key, array<array-key, mixed>> $spells as of Corrections::over()
     *
     * @return list<Stint>
     */
    private static function stints(array $spells): array
    {
        $stints = [];
        foreach ($spells as $spell) {
            $from = Corrections::month($spell['from'] ?? null);
            $to = Corrections::month($spell['to'] ?? null);
            $ongoing = true === ($spell['ongoing'] ?? false);
            // years alone count from their middle, as they do everywhere
            if (null !== $from && 4 === \strlen(self::text($spell, 'from'))) {
                [$from, $end] = (new Period($from, $to, $ongoing, true, true, 0, ''))->span(null === $to ? $from : $to);
                $to = null === $to ? null : $end - 1;
            }
            $stints[] = new Stint(self::text($spell, 'title'), self::text($spell, 'employer'), $from, $ongoing ? null : $to, $ongoing, self::text($spell, 'text'));
        }

        return $stints;
    }

    /**
     * @param array<array-key, array<array-key, mixed>> $education
     *
     * @return list<Study>
     */
    private static function studies(array $education): array
    {
        return array_values(array_map(static function (array $e): Study {
            $ended = Corrections::month($e['to'] ?? null);
            $level = self::text($e, 'level');
            $mode = self::text($e, 'mode');

            return new Study(self::text($e, 'school'), self::text($e, 'field'), isset(Kind::LEVELS[$level]) ? $level : null, '' === $mode ? null : $mode, null === $ended ? null : intdiv($ended, 12));
        }, $education));
    }

    /**
     * What is told outside of jobs. Of a resume in which nothing could be told apart, its text without who it is.
     *
     * @param array<string, array<array-key, array<array-key, mixed>>> $items
     * @param list<string>                                             $skills
     *
     * @return list<string>
     */
    private static function said(Record $row, array $items, array $skills): array
    {
        if ([] === $items['spells'] && [] === $skills) {
            return [$row->str('headline'), Blind::without($row->strOrNull('text') ?? '', array_values(array_filter([$row->str('name'), ...explode(' ', $row->str('name'))], static fn (string $n): bool => mb_strlen($n) > 2)))];
        }
        $names = array_map(static fn (int|string $code): array => array_map(strval(...), array_keys(Tongues::all()->meanings('languages'), (string) $code, true)), array_keys($items['languages']));

        return [$row->str('headline'), self::text($items['fields']['summary'] ?? [], 'value'), self::text($items['fields']['licence'] ?? [], 'value'), ...$skills, ...array_map(static fn (array $c): string => self::text($c, 'name'), array_values($items['certificates'])), ...array_map(static fn (array $e): string => self::text($e, 'field').' '.self::text($e, 'degree'), array_values($items['education'])), ...array_merge(...$names)];
    }

    /**
     * @param array<array-key, array<array-key, mixed>> $languages
     *
     * @return array<string, int>
     */
    private static function languages(array $languages): array
    {
        $ranks = [];
        foreach ($languages as $code => $one) {
            $ranks[(string) $code] = Kind::LANGUAGE_LEVELS[self::text($one, 'level')] ?? 0;
        }

        return $ranks;
    }

    /** @return array<string, array{verdict: string, value: array<string, string>}> */
    private static function corrections(Record $row): array
    {
        $corrections = [];
        foreach ($row->json('corrections') as $item => $one) {
            if (\is_array($one) && \is_string($one['verdict'] ?? null)) {
                $corrections[(string) $item] = ['verdict' => $one['verdict'], 'value' => \is_array($one['value'] ?? null) ? array_filter($one['value'], static fn (mixed $v, int|string $k): bool => \is_string($v) && \is_string($k), \ARRAY_FILTER_USE_BOTH) : []];
            }
        }

        return $corrections;
    }

    /** @return list<string> */
    private static function numbers(Record $row, string $column): array
    {
        return array_values(array_map(static fn (mixed $n): string => \is_int($n) ? (string) $n : '', $row->json($column)));
    }

    private static function flag(Record $row, string $column): ?bool
    {
        return null === $row[$column] ? null : $row->bool($column);
    }

    /** @param array<array-key, mixed> $from */
    private static function text(array $from, string $name): string
    {
        return \is_string($from[$name] ?? null) ? $from[$name] : '';
    }

    /** @param string $written YYYY-MM-DD, or a month: its last day */
    private static function day(string $written): ?\DateTimeImmutable
    {
        return match (preg_match('/^(\d{4})-(\d\d)(-(\d\d))?$/', $written, $m)) {
            1 => isset($m[4]) ? new \DateTimeImmutable($written.' 00:00') : (new \DateTimeImmutable($written.'-01 00:00'))->modify('last day of this month'),
            default => null,
        };
    }

    /** By the newest rate; for the columns of the market, which are of the day someone was indexed. */
    private function euro(?int $minor, string $currency): ?int
    {
        $rate = ($this->contexts->on()->perEuro[$currency] ?? 0) / ExchangeRate::SCALE;

        return null === $minor || $rate <= 0 ? null : (int) round($minor / 100 / $rate);
    }
}
