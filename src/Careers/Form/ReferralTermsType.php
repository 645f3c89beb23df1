<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<ReferralTermsInput> */
final class ReferralTermsType extends AbstractType
{
    private const CURRENCIES = ['EUR', 'NOK', 'GBP', 'PLN', 'CAD', 'SEK', 'DKK', 'USD'];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('version', HiddenType::class)
            ->add('credit', TextType::class, [
                'label' => 'Credit for a friend hired; empty for none', 'required' => false,
                'attr' => ['inputmode' => 'decimal'],
            ])
            ->add('currency', ChoiceType::class, [
                'label' => 'Currency', 'choices' => self::CURRENCIES, 'placeholder' => false,
                'choice_label' => static fn (string $currency): string => $currency,
                'choice_translation_domain' => false, 'invalid_message' => 'refusal.not_offered',
            ])
            ->add('after_days', IntegerType::class, [
                'label' => 'Days the friend has to have stayed', 'property_path' => 'afterDays',
                'invalid_message' => 'refusal.not_a_number', 'attr' => ['inputmode' => 'numeric'],
            ])
            ->add('domains', TextareaType::class, [
                'label' => 'For who writes from these domains', 'required' => false, 'attr' => ['rows' => 3],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => ReferralTermsInput::class]);
    }
}
