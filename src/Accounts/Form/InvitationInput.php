<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Invitation;
use Jorvent\Platform\Web\Form\Choice;

/** What is typed to invite someone. */
final class InvitationInput
{
    public ?string $name = null;
    public ?string $email = null;
    public ?string $title = null;
    public ?string $zone = null;
    public ?Role $role = null;
    public ?Choice $unit = null;

    /** Only of a form that is valid: role and unit are chosen. */
    public function invitation(): Invitation
    {
        if (null === $this->role || null === $this->unit) {
            throw new \LogicException('The form has a role and a unit.');
        }

        return new Invitation(
            $this->name ?? '', $this->email ?? '', $this->title ?? '', $this->zone ?? '', $this->role, $this->unit->id,
        );
    }
}
