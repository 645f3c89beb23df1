<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\ZoneType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\TimeType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<PreferencesInput> */
final class PreferencesType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $time = [
            'widget' => 'single_text', 'input' => 'datetime_immutable', 'invalid_message' => 'refusal.not_a_time',
            'reference_date' => new \DateTimeImmutable('1970-01-01 UTC'),
        ];
        $builder
            ->add('zone', ZoneType::class)
            ->add('work_from', TimeType::class, ['label' => 'Hours from', 'property_path' => 'workFrom'] + $time)
            ->add('work_to', TimeType::class, ['label' => 'to', 'property_path' => 'workTo'] + $time)
            ->add('night', CheckboxType::class, ['label' => 'Night watch: dark pages', 'required' => false])
            ->add('keys', CheckboxType::class, ['label' => 'Single keys act outside fields', 'required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => PreferencesInput::class]);
    }
}
