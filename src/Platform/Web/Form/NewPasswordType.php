<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A password as someone chooses one.
 *
 * @extends AbstractType<mixed>
 */
final class NewPasswordType extends AbstractType
{
    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'label' => 'New password', 'property_path' => 'new', 'trim' => false,
            'attr' => ['autocomplete' => 'new-password'],
            'help' => 'at least 12 characters; a few words make a good one',
        ]);
    }

    public function getParent(): string
    {
        return PasswordType::class;
    }
}
