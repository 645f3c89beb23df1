<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** The list a person is put on, be it a new one by its name; or the one they are taken off. */
final readonly class SentList
{
    public function __construct(
        private string $list = '',
        public string $name = '',
        public string $note = '',
        private string $off = '',
    ) {
    }

    public function list(): ?int
    {
        return SentId::read($this->list);
    }

    public function off(): ?int
    {
        return SentId::read($this->off);
    }
}
