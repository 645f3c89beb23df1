<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

/** The opening that an advert is for. */
final readonly class OpeningName
{
    public function __construct(public int $number, public string $title, public string $department)
    {
    }

    public function short(): string
    {
        return 'R-'.$this->number;
    }

    public function long(): string
    {
        return $this->short().' '.$this->title;
    }
}
