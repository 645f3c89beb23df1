<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<AnswerInput> */
final class AnswerType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('question', HiddenType::class)
            ->add('answer', TextareaType::class, [
                'label' => 'Answer to %name%', 'label_translation_parameters' => ['%name%' => $options['asker']],
                'attr' => ['rows' => 2],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => AnswerInput::class, 'asker' => '']);
    }
}
