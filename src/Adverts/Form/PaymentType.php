<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\TypedPayment;
use Jorvent\Platform\Web\Form\DayType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<PaymentInput> */
final class PaymentType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('day', DayType::class, ['label' => 'Day', 'attr' => ['class' => 'auto']])
            ->add('amount', TextType::class, [
                'label' => 'Amount', 'attr' => ['class' => 'auto narrow-in', 'inputmode' => 'decimal'],
            ])
            ->add('currency', TextType::class, [
                'label' => 'Currency', 'attr' => ['class' => 'auto narrow-in', 'maxlength' => 3],
            ])
            ->add('note', TextType::class, [
                'label' => 'Note', 'required' => false,
                'attr' => ['class' => 'wide-in', 'maxlength' => TypedPayment::LONGEST_NOTE],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => PaymentInput::class]);
    }
}
