<?php

declare(strict_types=1);

namespace Jorvent\Setup\Form;

use Jorvent\Platform\Identity\Entity\Identity;

/** What is typed on the page of the name and the sender, and the version that was read. */
final class IdentityInput
{
    public ?string $company = null;
    public ?string $sender = null;
    public ?string $version = null;

    public static function of(Identity $identity): self
    {
        $input = new self();
        [$input->company, $input->sender] = [$identity->name, $identity->sender];
        $input->version = (string) $identity->version;

        return $input;
    }
}
