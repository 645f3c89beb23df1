<?php

declare(strict_types=1);

namespace Jorvent\Reference\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<RateInput> */
final class RateType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('currency', TextType::class, ['label' => 'Currency', 'attr' => ['maxlength' => 3, 'size' => 4, 'class' => 'auto']])
            ->add('per_euro', TextType::class, [
                'label' => 'For one euro', 'property_path' => 'perEuro',
                'attr' => ['inputmode' => 'decimal', 'size' => 10, 'class' => 'auto'],
            ])
            // as text: a day that is none is refused by Core, with all else that is wrong
            ->add('day', TextType::class, ['label' => 'Day', 'attr' => ['class' => 'auto']]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => RateInput::class]);
    }
}
