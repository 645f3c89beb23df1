<?php

declare(strict_types=1);

namespace Jorvent\People\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<RetentionRulesInput> */
final class RetentionRulesType extends AbstractType
{
    private const FIELDS = [
        'application' => 'months after an application is over',
        'future' => 'months after someone agreed to be kept in mind',
        'sourced' => 'months after someone was found or handed in, without an application',
        'askDays' => 'days before the end they are asked by mail',
    ];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('version', HiddenType::class);
        foreach (self::FIELDS as $property => $label) {
            $builder->add('askDays' === $property ? 'ask_days' : $property, IntegerType::class, [
                'label' => $label,
                'block_prefix' => 'beside',
                'property_path' => $property,
                'invalid_message' => 'refusal.not_a_number',
                'attr' => ['class' => 'narrow-in', 'inputmode' => 'numeric'],
            ]);
        }
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => RetentionRulesInput::class]);
    }
}
