<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** What would be posted. The text is plain; pay is the yearly range or null when it is not shown. */
final readonly class Advert
{
    public function __construct(public string $title, public string $text, public string $city, public ?string $category, public bool $payShown, public \DateTimeImmutable $openedOn)
    {
    }

    public function words(): int
    {
        return (int) preg_match_all('/[\p{L}\p{N}][\p{L}\p{N}\'’\-]*/u', $this->text);
    }
}
