<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Entity\JobBoard;
use Jorvent\Adverts\Repository\BoardRepository;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\BoardShape;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Security\Sealer;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The places where an advert can stand: our own careers site and the boards an admin set up. */
final readonly class Boards
{
    private const SEAL = 'board key';

    /** @param iterable<BoardShape> $shapes */
    public function __construct(
        private Db $db,
        private BoardRepository $boards,
        private PostingRepository $postings,
        private Sealer $sealer,
        private Deliveries $deliveries,
        private ActivityLog $log,
        private ClockInterface $clock,
        #[AutowireIterator(BoardShape::class)]
        private iterable $shapes,
    ) {
    }

    /** @return list<string> names of the ways we can talk with a board */
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

    /** @return array<string, Board> those where adverts can be posted, by key, our own site first */
    public function all(): array
    {
        $boards = [];
        foreach ($this->boards->all() as $board) {
            if ($board->isEnabled()) {
                $boards[$board->key] = $this->open($board);
            }
        }

        return $boards;
    }

    /** One of all, also of those where adverts can not be posted now. */
    public function one(string $key): Board
    {
        return $this->open($this->boards->find($key));
    }

    /** @param string|null $secret its key; null or empty for none */
    public function add(string $key, BoardTerms $terms, #[\SensitiveParameter] ?string $secret): void
    {
        $this->db->transaction(function () use ($key, $terms, $secret): void {
            if ($this->boards->has($key)) {
                throw Refused::because('name_taken', 'key');
            }
            $this->refuseUnlessOffered($key, $terms);
            $rank = $this->boards->nextRank();
            $this->boards->add(new JobBoard($key, $rank, $terms, $this->seal($secret), $this->clock->now()));
            $this->saved($key, $terms);
        });
    }

    /**
     * @param string|null $secret its key; null or empty leaves the one it has
     * @param int         $seen   the version that was edited
     */
    public function change(string $key, BoardTerms $terms, #[\SensitiveParameter] ?string $secret, int $seen): void
    {
        $this->db->transaction(function () use ($key, $terms, $secret, $seen): void {
            $this->refuseUnlessOffered($key, $terms);
            $this->boards->held($key)->change($terms, $this->seal($secret), $seen, $this->clock->now());
            $this->boards->health($key)->forgive();
            $this->saved($key, $terms);
        });
    }

    /** @return string what the board says of itself */
    public function test(string $key): string
    {
        $board = $this->one($key);
        try {
            $said = $this->shape($board)->greet($board);
            $this->answered($key);

            return $said;
        } catch (NotNow|RefusedByThem $e) {
            $why = ['board' => $board->name, 'error' => $e->getMessage()];
            throw Refused::because('board_does_not_answer', '', $why);
        }
    }

    /** @return \DateTimeImmutable|null until when it is not asked; null when it can be */
    public function restsUntil(string $key): ?\DateTimeImmutable
    {
        return $this->db->transaction(
            fn (): ?\DateTimeImmutable => $this->boards->health($key)->restsUntil($this->clock->now()),
        );
    }

    public function answered(string $key): void
    {
        $this->db->transaction(fn () => $this->boards->health($key)->answered($this->clock->now()));
    }

    public function missed(string $key, string $error): void
    {
        $this->db->transaction(fn () => $this->boards->health($key)->missed($error, $this->clock->now()));
    }

    public function fetched(string $key): void
    {
        $this->db->transaction(fn () => $this->boards->health($key)->fetched($this->clock->now()));
    }

    /** What waits for a board that is left alone is tried at once. */
    public function tryNow(string $key): void
    {
        $this->db->transaction(function () use ($key): void {
            $this->boards->health($key)->tryNow();
            $this->deliveries->hurry('posting', $this->postings->idsAt($key));
            $this->log->record('board.tried', 'board', 0, change: ['board' => $key]);
        });
    }

    private function open(JobBoard $board): Board
    {
        $cipher = $board->cipher();

        return $board->opened(null === $cipher ? null : $this->sealer->open($cipher, self::SEAL));
    }

    private function seal(#[\SensitiveParameter] ?string $secret): ?string
    {
        return null === $secret || '' === $secret ? null : $this->sealer->seal($secret, self::SEAL);
    }

    private function refuseUnlessOffered(string $key, BoardTerms $terms): void
    {
        if (JobBoard::CAREERS !== $key && !\in_array($terms->shape, $this->shapes(), true)) {
            throw Refused::because('not_offered', 'shape');
        }
        if ($this->boards->isTaken($terms->name, $key)) {
            throw Refused::because('name_taken', 'name');
        }
    }

    private function saved(string $key, BoardTerms $terms): void
    {
        $this->log->record('board.saved', 'board', 0, change: ['board' => $key, 'enabled' => $terms->enabled]);
    }
}
