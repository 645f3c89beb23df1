<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Access\Role;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<mixed> */
final class RoleType extends AbstractType
{
    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'label' => 'Role', 'class' => Role::class, 'placeholder' => false, 'invalid_message' => 'refusal.missing',
            'choice_label' => static fn (Role $role): string => 'role.'.$role->value,
        ]);
    }

    public function getParent(): string
    {
        return EnumType::class;
    }
}
