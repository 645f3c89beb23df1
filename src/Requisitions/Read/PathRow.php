<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** A step on the way of a requisition to where it stands. */
final readonly class PathRow
{
    public function __construct(
        public \DateTimeImmutable $at,
        public string $act,
        /** null: the program itself */
        public ?string $actor,
        public ?string $onBehalfOf,
        /** the reason that was given, or a note */
        public ?string $said,
    ) {
    }
}
