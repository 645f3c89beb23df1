<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

/** Countries as an admin types them, with commas or blanks between. */
final class CountriesInput
{
    public function __construct(public ?string $countries)
    {
    }

    /** @return list<string> */
    public function list(): array
    {
        return preg_split('/[\s,;]+/', $this->countries ?? '', -1, \PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
