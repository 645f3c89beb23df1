<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\BoardShape;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Security\Sealer;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The places where an advert can stand: our own careers site and the boards an admin set up. */
final readonly class Boards
{
    public const CAREERS = 'careers';
    /** So many misses in a row and a board is left in peace for a while, longer each time. */
    private const MISSES = 3;
    private const REST = 60;
    private const LONGEST_REST = 3600;
    private const SEAL = 'board key';

    /** @param iterable<BoardShape> $shapes */
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Sealer $sealer, private Deliveries $deliveries, #[AutowireIterator(BoardShape::class)] private iterable $shapes)
    {
    }

    /** @return list<string> */
    public function shapes(): array
    {
        $names = [];
        foreach ($this->shapes as $shape) {
            $names[] = $shape->shape();
        }
        sort($names);

        return $names;
    }

    public function shape(Board $board): BoardShape
    {
        foreach ($this->shapes as $shape) {
            if ($shape->shape() === $board->shape) {
                return $shape;
            }
        }
        throw new \LogicException('No class talks in the shape "'.$board->shape.'".');
    }

    /** @return array<string, Board> by key, our own site first */
    public function all(bool $enabledOnly = true): array
    {
        $boards = [];
        foreach ($this->db->rows('SELECT * FROM board ORDER BY rank, name') as $row) {
            if ($row->bool('enabled') || !$enabledOnly) {
                $boards[$row->str('key')] = $this->board($row);
            }
        }

        return $boards;
    }

    public function one(string $key): Board
    {
        return $this->all(false)[$key] ?? throw Refused::because('missing', 'board');
    }

    /** @return list<Record> with how each has answered of late and how many postings stand there */
    public function rows(): array
    {
        return $this->db->rows("SELECT b.*, (SELECT count(*) FROM posting p WHERE p.board = b.key AND p.state = 'live') AS live, (SELECT count(*) FROM posting p JOIN delivery o ON o.subject_kind = 'posting' AND o.subject_id = p.id AND o.state IN ('waiting', 'sending', 'failed') WHERE p.board = b.key) AS undelivered FROM board b ORDER BY b.rank, b.name");
    }

    /**
     * @param array<string, string> $fields ours => theirs
     * @param string|null           $secret null keeps the one that stands
     * @param int                   $seen   the version that was edited; 0 for a new board
     */
    public function save(string $key, string $name, string $shape, string $address, #[\SensitiveParameter] ?string $secret, bool $enabled, ?int $reach, array $fields, BoardRules $rules, Price $price, int $seen): void
    {
        $own = self::CAREERS === $key;
        Refused::unlessEmpty(array_values(array_filter([
            1 === preg_match('/^[a-z][a-z0-9_]{1,29}$/', $key) ? null : new Refusal('key', 'board_key_wrong'), '' === $name ? new Refusal('name', 'missing') : null,
            0 !== $this->db->int('SELECT count(*) FROM board WHERE lower(name) = lower(:n) AND key <> :k', ['n' => $name, 'k' => $key]) ? new Refusal('name', 'name_taken') : null,
            $own || \in_array($shape, $this->shapes(), true) ? null : new Refusal('shape', 'not_offered'),
            $own || (1 === preg_match('#^https?://[^\s/@]+(/[^\s]*)?$#', $address) && mb_strlen($address) <= 300) ? null : new Refusal('address', 'address_unreadable'),
            $own || '' !== ($fields['reference'] ?? '') || 'feed' === $shape ? null : new Refusal('fields', 'reference_unnamed'),
            [] === array_filter($fields, static fn (string $name): bool => 1 !== preg_match('/^[A-Za-z_][A-Za-z0-9_.\-]{0,60}$/', $name)) ? null : new Refusal('fields', 'field_name_wrong'),
        ])));
        $this->db->transaction(function () use ($key, $name, $shape, $address, $secret, $enabled, $reach, $fields, $rules, $price, $seen, $own): void {
            $values = [
                'key' => $key, 'name' => $name, 'shape' => $own ? 'own' : $shape, 'address' => $own ? '' : $address, 'enabled' => $enabled || $own, 'reach' => $reach, 'rules' => self::encode($rules->toArray()), 'price' => self::encode($price->toArray()), 'fields' => self::encode($fields),
                'cipher' => null === $secret || '' === $secret ? null : $this->sealer->seal($secret, self::SEAL), 'now' => $this->clock->now(), 'seen' => $seen,
            ];
            $done = 0 === $seen
                ? $this->db->execute('INSERT INTO board (key, name, shape, address, key_cipher, enabled, rank, reach, fields, rules, price, saved_at, version) SELECT :key, :name, :shape, :address, :cipher, :enabled, max(rank) + 1, :reach, CAST(:fields AS jsonb), CAST(:rules AS jsonb), CAST(:price AS jsonb), :now, :seen + 1 FROM board ON CONFLICT (key) DO NOTHING', $values)
                : $this->db->execute('UPDATE board SET name = :name, shape = :shape, address = :address, key_cipher = coalesce(:cipher, key_cipher), enabled = :enabled, reach = :reach, fields = CAST(:fields AS jsonb), rules = CAST(:rules AS jsonb), price = CAST(:price AS jsonb), saved_at = :now, version = version + 1, misses = 0, rests_until = NULL WHERE key = :key AND version = :seen', $values);
            if (0 === $done) {
                throw 0 === $seen ? Refused::because('name_taken', 'key') : Refused::because('saved_by_another');
            }
            $this->log->record('board.saved', 'board', 0, change: ['board' => $key, 'enabled' => $enabled]);
        });
    }

    /** @return string what the board says of itself, or why it does not */
    public function test(string $key): string
    {
        $board = $this->one($key);
        try {
            $said = $this->shape($board)->greet($board);
            $this->answered($key);

            return $said;
        } catch (NotNow|RefusedByThem $e) {
            throw Refused::because('board_does_not_answer', '', ['board' => $board->name, 'error' => $e->getMessage()]);
        }
    }

    /** @return \DateTimeImmutable|null until when it is left in peace */
    public function restsUntil(string $key): ?\DateTimeImmutable
    {
        return $this->db->row('SELECT rests_until FROM board WHERE key = :k AND rests_until > :now', ['k' => $key, 'now' => $this->clock->now()])?->instant('rests_until');
    }

    public function answered(string $key): void
    {
        $this->db->execute('UPDATE board SET misses = 0, rests_until = NULL, last_error = NULL, answered_at = :now WHERE key = :k', ['k' => $key, 'now' => $this->clock->now()]);
    }

    public function missed(string $key, string $error): void
    {
        $misses = $this->db->int('SELECT misses FROM board WHERE key = :k', ['k' => $key]) + 1;
        $rest = $misses < self::MISSES ? null : $this->clock->now()->modify('+'.min(self::LONGEST_REST, self::REST * 2 ** min(10, $misses - self::MISSES)).' seconds');
        $this->db->execute('UPDATE board SET misses = :m, rests_until = :rest, last_error = :e WHERE key = :k', ['k' => $key, 'm' => $misses, 'rest' => $rest, 'e' => mb_substr($error, 0, 300)]);
    }

    /** What waits for a board that rests is tried at once. */
    public function tryNow(string $key): void
    {
        $this->db->transaction(function () use ($key): void {
            $this->db->execute('UPDATE board SET rests_until = NULL WHERE key = :k', ['k' => $key]);
            $postings = $this->db->rows(
                "SELECT DISTINCT p.id FROM posting p JOIN delivery d ON d.subject_kind = 'posting' AND d.subject_id = p.id
                 WHERE p.board = :k AND d.state IN ('waiting', 'failed')",
                ['k' => $key],
            );
            $this->deliveries->hurry('posting', array_map(static fn (Record $r): int => $r->int('id'), $postings));
            $this->log->record('board.tried', 'board', 0, change: ['board' => $key]);
        });
    }

    private function board(Record $row): Board
    {
        $cipher = $row->strOrNull('key_cipher');
        $fields = [];
        foreach ($row->json('fields') as $ours => $theirs) {
            if (\in_array($ours, Board::FIELDS, true) && \is_string($theirs) && '' !== $theirs) {
                $fields[$ours] = $theirs;
            }
        }

        return new Board($row->str('key'), $row->str('name'), $row->str('shape'), $row->str('address'), null === $cipher ? null : $this->sealer->open($cipher, self::SEAL), $fields, BoardRules::fromArray($row->json('rules')), Price::fromArray($row->json('price')), $row->intOrNull('reach'), $row->bool('enabled'));
    }

    /** @param array<string, mixed> $data */
    private static function encode(array $data): string
    {
        return json_encode([] === $data ? new \stdClass() : $data, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }
}
