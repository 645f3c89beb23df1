<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Outside\Boards\JobBoard;
use Psr\Clock\ClockInterface;

/** Where an advert can stand: our own careers site and the boards. */
final readonly class Places
{
    public const CAREERS = 'careers';

    public function __construct(private JobBoard $board, private ClockInterface $clock)
    {
    }

    /** @return array<string, string> names by key, in the order shown */
    public function names(): array
    {
        return [self::CAREERS => 'Skerry Line careers', $this->board->key() => $this->board->name()];
    }

    public function rules(string $place): BoardRules
    {
        return match ($place) {
            self::CAREERS => new BoardRules(minWords: 20, maxTitle: 120),
            $this->board->key() => $this->board->rules(),
            default => throw new \LogicException('An unknown place: '.$place),
        };
    }

    /** @return list<string> */
    public function categories(): array
    {
        return $this->board->rules()->categories;
    }

    /** @return list<Refusal> */
    public function check(string $place, Advert $advert): array
    {
        return $this->rules($place)->check($advert, $this->clock->now()->setTime(0, 0));
    }

    public function board(string $place): ?JobBoard
    {
        return $place === $this->board->key() ? $this->board : null;
    }
}
