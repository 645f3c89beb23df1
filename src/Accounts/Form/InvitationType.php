<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\OneOfType;
use Jorvent\Platform\Web\Form\ZoneType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<InvitationInput> */
final class InvitationType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, ['label' => 'Name'])
            ->add('email', EmailType::class, ['label' => 'E-mail'])
            ->add('title', TextType::class, ['label' => 'Post', 'required' => false])
            ->add('role', RoleType::class)
            ->add('unit', OneOfType::class, ['label' => 'For', 'choices' => $options['units']])
            ->add('zone', ZoneType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => InvitationInput::class])->setRequired('units');
    }
}
