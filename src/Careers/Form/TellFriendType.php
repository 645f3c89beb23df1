<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<TellFriendInput> */
final class TellFriendType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, ['label' => 'tell.name', 'attr' => ['autocomplete' => 'name']])
            ->add('email', TextType::class, [
                'label' => 'tell.email', 'attr' => ['autocomplete' => 'email', 'inputmode' => 'email'],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => TellFriendInput::class]);
    }
}
