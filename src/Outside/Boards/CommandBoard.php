<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Platform\Delivery\NotNow;

/** Boards with one address for all: a word says what is wanted, fields say of what, and the answer has a number, a link and a state. How that is written down is left to each. */
abstract readonly class CommandBoard implements BoardShape
{
    public function find(Board $board, string $reference): ?Receipt
    {
        $answer = $this->ask($board, 'find', [$board->fields['reference'] ?? 'reference' => $reference]);

        return '' === ($answer['number'] ?? '') ? null : self::receipt($answer);
    }

    public function send(Board $board, Outgoing $posting): Receipt
    {
        return self::receipt($this->ask($board, 'post', $posting->fields($board)));
    }

    public function update(Board $board, string $ref, Outgoing $posting): void
    {
        $this->ask($board, 'change', ['number' => $ref] + $posting->fields($board));
    }

    public function pause(Board $board, string $ref, bool $paused): void
    {
        $this->ask($board, $paused ? 'pause' : 'resume', ['number' => $ref]);
    }

    public function withdraw(Board $board, string $ref): void
    {
        $this->ask($board, 'end', ['number' => $ref]);
    }

    public function greet(Board $board): string
    {
        return $this->ask($board, 'about', [])['name'] ?? throw new NotNow('answered without its name');
    }

    /**
     * @param array<string, string|int> $fields
     *
     * @return array<string, string> what it answered, when it said yes
     */
    abstract protected function ask(Board $board, string $do, array $fields): array;

    /** @param array<string, string> $answer */
    private static function receipt(array $answer): Receipt
    {
        return '' === ($answer['number'] ?? '') ? throw new NotNow('answered without a number for the advert') : new Receipt($answer['number'], ($answer['link'] ?? '') ?: null, 'live' === ($answer['state'] ?? 'live'));
    }
}
