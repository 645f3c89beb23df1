<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Identity\Blocks;
use Jorvent\Core\Identity\Comparison;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Identity\Weights;
use Jorvent\Core\Resume\Corrections;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Who might be someone already known: found by shared keys, weighed trait by trait, told with the reasons. What a name, a number and a place of work weigh is learned from the house's own people. */
final readonly class SamePerson
{
    /** From here on someone is asked. */
    public const ASK = .5;
    /** A key that more people share tells nothing. */
    private const LARGEST = 60;
    /** How common a name is need not be counted further. */
    private const COUNTED = 2000;

    public function __construct(private Db $db)
    {
    }

    /** Keeps the keys of a person; run in the transaction that changed what they are known by. */
    public function keep(int $candidate): void
    {
        $this->db->execute('DELETE FROM candidate_block WHERE candidate_id = :c', ['c' => $candidate]);
        $traits = $this->traits([$candidate])[$candidate] ?? null;
        if (null !== $traits) {
            $keys = Blocks::keys($traits);
            $this->db->execute('INSERT INTO candidate_block (key, candidate_id) SELECT DISTINCT k, :c::int FROM json_array_elements_text(CAST(:k AS json)) k', ['k' => json_encode($keys, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE), 'c' => $candidate]);
        }
    }

    public static function read(ReadResult $reading): Traits
    {
        $items = Corrections::over($reading->reading, []);
        $phone = $reading->field('phone');

        return self::of($reading->field('name') ?? '', $reading->field('email'), null === $phone ? [] : [$phone], $reading->field('city'), $items, $reading->links());
    }

    /** @return list<array{id: int, name: string, headline: string, probability: float, sure: bool, reasons: list<array{trait: string, level: int, weight: float}>}> who is likely the same, likeliest first */
    public function like(Traits $traits, ?int $but = null, float $least = self::ASK): array
    {
        $keys = Blocks::keys($traits);
        if ([] === $keys) {
            return [];
        }
        // how many stand under each key; the count of a name is also how common it is
        $sizes = [];
        foreach ($this->db->rows('SELECT k.key, (SELECT count(*) FROM (SELECT 1 FROM candidate_block b WHERE b.key = k.key LIMIT :most) x) AS n FROM unnest(CAST(:keys AS text[])) k(key)', ['keys' => Db::array([...$keys, Blocks::called($traits)]), 'most' => self::COUNTED]) as $row) {
            $sizes[$row->str('key')] = $row->int('n');
        }
        $telling = array_values(array_filter($keys, static fn (string $k): bool => ($sizes[$k] ?? 0) <= self::LARGEST));
        $found = [] === $telling ? [] : array_map(static fn (Record $r): int => $r->int('candidate_id'), $this->db->rows(
            'SELECT DISTINCT b.candidate_id FROM candidate_block b JOIN candidate c ON c.id = b.candidate_id WHERE b.key IN (:keys) AND c.erased_at IS NULL AND c.claims IS NULL AND b.candidate_id <> :but AND NOT EXISTS (SELECT 1 FROM not_same s WHERE s.one_id = least(b.candidate_id, :but) AND s.other_id = greatest(b.candidate_id, :but)) LIMIT 200',
            ['keys' => $telling, 'but' => $but ?? 0]));
        [$weights, $people] = $this->weights();
        $namesakes = max(1, $sizes[Blocks::called($traits)] ?? 1) / max(1000, $people);
        $like = [];
        foreach ($this->traits($found) as $id => $other) {
            $pair = Comparison::of($traits, $other);
            $probability = $weights->probability($pair, $namesakes);
            if ($probability >= $least) {
                $like[$id] = ['id' => $id, 'name' => '', 'headline' => '', 'probability' => $probability, 'sure' => $weights->sure($pair, $namesakes), 'reasons' => $weights->reasons($pair)];
            }
        }
        foreach ([] === $like ? [] : $this->db->rows('SELECT id, name, headline FROM candidate WHERE id IN (:ids)', ['ids' => array_keys($like)]) as $row) {
            $like[$row->int('id')] = ['name' => $row->str('name'), 'headline' => $row->str('headline')] + $like[$row->int('id')];
        }
        usort($like, static fn (array $a, array $b): int => $b['probability'] <=> $a['probability']);

        return \array_slice($like, 0, 5);
    }

    /** @return list<array{id: int, name: string, headline: string, probability: float, sure: bool, reasons: list<array{trait: string, level: int, weight: float}>}> */
    public function likeCandidate(int $candidate): array
    {
        $traits = $this->traits([$candidate])[$candidate] ?? null;

        return null === $traits ? [] : $this->like($traits, $candidate);
    }

    /** @return array{Weights, int} what was learned last, and from how many people; the prior ones before that */
    private function weights(): array
    {
        $row = $this->db->row('SELECT weights, people FROM identity_weights');

        return null === $row ? [Weights::prior(), 0] : [Weights::of($row->json('weights')), $row->int('people')];
    }

    /**
     * @param list<int> $candidates
     *
     * @return array<int, Traits>
     */
    public function traits(array $candidates): array
    {
        $traits = [];
        foreach ([] === $candidates ? [] : $this->db->rows('SELECT c.id, c.name, c.email, c.phone, c.city, r.reading FROM candidate c LEFT JOIN LATERAL (SELECT reading FROM resume WHERE candidate_id = c.id AND reading IS NOT NULL ORDER BY id DESC LIMIT 1) r ON true WHERE c.id IN (:ids) AND c.erased_at IS NULL', ['ids' => $candidates]) as $row) {
            $reading = null === $row->strOrNull('reading') ? [] : $row->json('reading');
            $phone = $row->strOrNull('phone');
            $links = array_values(array_filter(\is_array($reading['links'] ?? null) ? $reading['links'] : [], is_string(...)));
            $traits[$row->int('id')] = self::of($row->str('name'), $row->strOrNull('email'), null === $phone ? [] : [$phone], $row->strOrNull('city'), Corrections::over($reading, []), $links);
        }

        return $traits;
    }

    /**
     * @param list<string>                                             $phones
     * @param array<string, array<array-key, array<array-key, mixed>>> $items  as Corrections::over(); what is unsure is not compared
     * @param list<string>                                             $links
     */
    private static function of(string $name, ?string $email, array $phones, ?string $city, array $items, array $links): Traits
    {
        $employers = $schools = [];
        foreach ($items['spells'] ?? [] as $spell) {
            if ('unsure' !== ($spell['sure'] ?? '') && \is_string($spell['employer'] ?? null)) {
                $employers[] = ['name' => $spell['employer'], 'from' => Corrections::month($spell['from'] ?? null), 'to' => true === ($spell['ongoing'] ?? false) ? 12 * 2100 : Corrections::month($spell['to'] ?? null)];
            }
        }
        foreach ($items['education'] ?? [] as $school) {
            if (\is_string($school['school'] ?? null)) {
                $schools[] = $school['school'];
            }
        }

        return Traits::of($name, $email, $phones, $employers, $schools, $city, $links);
    }
}
