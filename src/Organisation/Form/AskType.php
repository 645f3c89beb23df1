<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<AskInput> */
final class AskType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('typed', HiddenType::class)
            ->add('company', HiddenType::class)
            ->add('note', TextareaType::class, [
                'label' => 'A word to it, if you like', 'required' => false, 'attr' => ['rows' => 2],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => AskInput::class]);
    }
}
