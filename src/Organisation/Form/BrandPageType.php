<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Organisation\BrandFacts;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<BrandPageInput> */
final class BrandPageType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('title', TextType::class, ['label' => 'Title', 'attr' => ['maxlength' => 60]])
            ->add('page_locale', ChoiceType::class, [
                'label' => 'Language', 'property_path' => 'locale', 'choices' => BrandFacts::LOCALES,
                'choice_label' => static fn (string $locale): string => 'language.'.$locale,
                'placeholder' => false, 'invalid_message' => 'refusal.not_offered',
            ])
            ->add('slug', TextType::class, [
                'label' => 'Address, the same in each language',
                'attr' => ['maxlength' => 50, 'placeholder' => 'how-we-choose'],
            ])
            ->add('body', TextareaType::class, [
                'label' => 'Text', 'attr' => ['class' => 'bf prose', 'rows' => 14, 'data-rich' => ''],
            ])
            ->add('version', HiddenType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => BrandPageInput::class]);
    }
}
