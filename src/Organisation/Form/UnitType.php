<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Platform\Web\Form\DayType;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<UnitInput> */
final class UnitType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            // a code is kept as it was typed: what can not be seen in it is found by the check
            ->add('code', TextType::class, ['label' => 'Code', 'trim' => false, 'attr' => ['maxlength' => 40]])
            ->add('kind', EnumType::class, [
                'label' => 'Kind', 'class' => UnitKind::class, 'placeholder' => false,
                'invalid_message' => 'refusal.missing',
                'choice_label' => static fn (UnitKind $kind): string => 'unit.'.$kind->value,
            ])
            ->add('name', TextType::class, ['label' => 'Name', 'attr' => ['maxlength' => 120]])
            ->add('parent', OneOfType::class, [
                'label' => 'Lies under', 'choices' => $options['units'], 'required' => false,
                'placeholder' => 'nothing: it is a company',
            ])
            ->add('valid_from', DayType::class, [
                'label' => 'Valid from', 'property_path' => 'validFrom', 'required' => false,
            ])
            ->add('valid_to', DayType::class, ['label' => 'to', 'property_path' => 'validTo', 'required' => false])
            ->add('plan', IntegerType::class, [
                'label' => 'Headcount planned', 'required' => false, 'invalid_message' => 'refusal.not_a_number',
                'attr' => ['min' => 0],
            ])
            ->add('retired', CheckboxType::class, ['label' => 'retired', 'required' => false])
            ->add('place', OneOfType::class, [
                'label' => 'Stands at (a site)', 'choices' => $options['places'], 'required' => false,
                'placeholder' => 'nowhere in particular',
            ])
            ->add('version', HiddenType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => UnitInput::class])->setRequired(['units', 'places']);
    }
}
