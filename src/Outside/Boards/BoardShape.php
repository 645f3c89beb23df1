<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/**
 * One way of talking with boards. A board that talks in a known way is added by settings alone; another way is one more class of this kind, which
 * tests/Contract/BoardsTest.php then tries like the others. Every method throws NotNow when the board did not answer, RefusedByThem when it said no.
 */
#[AutoconfigureTag]
interface BoardShape
{
    /** Its name in the settings: json, form, xml, feed. */
    public function shape(): string;

    /** What the board has under our reference; asked before anything is sent, so that an answer that was lost does not post twice. */
    public function find(Board $board, string $reference): ?Receipt;

    public function send(Board $board, Outgoing $posting): Receipt;

    public function update(Board $board, string $ref, Outgoing $posting): void;

    public function pause(Board $board, string $ref, bool $paused): void;

    public function withdraw(Board $board, string $ref): void;

    /** A word with the board that changes nothing; what it says of itself. */
    public function greet(Board $board): string;
}
