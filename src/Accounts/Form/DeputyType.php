<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\DateType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<DeputyInput> */
final class DeputyType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $day = ['widget' => 'single_text', 'input' => 'datetime_immutable', 'invalid_message' => 'refusal.not_a_day'];
        $builder
            ->add('to', OneOfType::class, ['label' => 'Deputy', 'choices' => $options['people']])
            ->add('kind', EnumType::class, [
                'label' => 'For', 'class' => DelegationKind::class, 'placeholder' => false,
                'invalid_message' => 'refusal.missing',
                'choice_label' => static fn (DelegationKind $kind): string => 'deputy.'.$kind->value,
            ])
            ->add('from_day', DateType::class, ['label' => 'From', 'property_path' => 'fromDay'] + $day)
            ->add('to_day', DateType::class, ['label' => 'to', 'property_path' => 'toDay'] + $day)
            ->add('reason', TextType::class, ['label' => 'Reason', 'required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => DeputyInput::class])->setRequired('people');
    }
}
