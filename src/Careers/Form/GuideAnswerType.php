<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\GuideAnswer;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<GuideAnswerInput> */
final class GuideAnswerType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('version', HiddenType::class)
            ->add('locale', ChoiceType::class, [
                'label' => 'Language', 'choices' => GuideAnswer::LOCALES, 'placeholder' => false,
                'choice_label' => static fn (string $locale): string => 'language.'.$locale,
                'invalid_message' => 'refusal.not_offered',
            ])
            ->add('question', TextType::class, [
                'label' => 'Question, as people ask it', 'attr' => ['maxlength' => GuideAnswer::LONGEST_QUESTION],
            ])
            ->add('answer', TextareaType::class, ['label' => 'Answer', 'attr' => ['rows' => 4]]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => GuideAnswerInput::class]);
    }
}
