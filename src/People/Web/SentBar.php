<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** Until when someone is not to be contacted, and why; or that they may be, or were told. */
final readonly class SentBar
{
    public function __construct(
        public BarAct $then = BarAct::Set,
        public string $until = '',
        public string $note = '',
    ) {
    }
}
