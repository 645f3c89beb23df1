<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\Entity\AdvertText;

/** An advert in another language, as it is typed. */
final class AdvertTextInput
{
    public ?string $title = null;
    public ?string $description = null;
    public ?string $version = '0';

    public function __construct(?AdvertText $text)
    {
        if (null !== $text) {
            [$this->title, $this->description] = [$text->title(), $text->description()];
            $this->version = (string) $text->version();
        }
    }
}
