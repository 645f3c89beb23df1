<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Platform\Web\Form\DayType;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<DeputyInput> */
final class DeputyType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('to', OneOfType::class, ['label' => 'Deputy', 'choices' => $options['people']])
            ->add('kind', EnumType::class, [
                'label' => 'For', 'class' => DelegationKind::class, 'placeholder' => false,
                'invalid_message' => 'refusal.missing',
                'choice_label' => static fn (DelegationKind $kind): string => 'deputy.'.$kind->value,
            ])
            ->add('from_day', DayType::class, ['label' => 'From', 'property_path' => 'fromDay'])
            ->add('to_day', DayType::class, ['label' => 'to', 'property_path' => 'toDay'])
            ->add('reason', TextType::class, ['label' => 'Reason', 'required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => DeputyInput::class])->setRequired('people');
    }
}
