<?php

declare(strict_types=1);

namespace Jorvent\Setup\Form;

use Jorvent\Setup\FirstAdmin;

/** What is typed on the page of the first admin. */
final class FirstAdminInput
{
    public ?string $company = null;
    public ?string $sender = null;
    public ?string $name = null;
    public ?string $email = null;
    public ?string $new = null;
    public ?string $zone = 'Europe/Oslo';

    public function admin(): FirstAdmin
    {
        return new FirstAdmin(
            $this->company ?? '', $this->sender ?? '', $this->name ?? '', $this->email ?? '', $this->zone ?? '',
        );
    }
}
