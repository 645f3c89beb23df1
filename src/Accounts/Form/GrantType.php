<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<GrantInput> */
final class GrantType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('role', RoleType::class)
            ->add('unit', OneOfType::class, ['label' => 'For', 'choices' => $options['units']]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => GrantInput::class])->setRequired('units');
    }
}
