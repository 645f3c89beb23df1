<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Core\Careers\Declared;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<DeclarationInput> */
final class DeclarationType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('version', HiddenType::class)
            ->add('asked', ChoiceType::class, [
                'choices' => array_keys(Declared::QUESTIONS), 'multiple' => true, 'expanded' => true,
                'required' => false,
                'choice_label' => static fn (string $question): string => 'declared.'.$question,
                'choice_translation_domain' => 'candidate', 'error_bubbling' => false,
                'invalid_message' => 'refusal.not_offered',
            ])
            ->add('smallest', IntegerType::class, [
                'label' => 'Smallest group that is shown', 'invalid_message' => 'refusal.not_a_number',
                'attr' => ['inputmode' => 'numeric'],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => DeclarationInput::class]);
    }
}
