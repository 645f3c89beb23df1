<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<TextServiceInput> */
final class TextServiceType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('address', TextType::class, [
                'label' => 'Address, up to before /chat/completions', 'required' => false,
            ])
            ->add('model', TextType::class, ['label' => 'Model', 'required' => false])
            ->add('key', PasswordType::class, [
                'label' => 'Key', 'required' => false, 'attr' => ['autocomplete' => 'new-password'],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => TextServiceInput::class]);
    }
}
