<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Workflow\ApprovalCondition;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<ClauseInput> */
final class ClauseType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $operators = array_unique(array_merge(...array_values(ApprovalCondition::OPERATORS)));
        $builder
            ->add('fact', ChoiceType::class, [
                'required' => false, 'placeholder' => '', 'choices' => array_keys(ApprovalCondition::FACTS),
                'choice_label' => static fn (string $fact): string => 'fact.'.$fact,
                'invalid_message' => 'refusal.not_offered',
            ])
            ->add('operator', ChoiceType::class, [
                'label' => 'compared', 'required' => false, 'placeholder' => false, 'choices' => $operators,
                'choice_label' => static fn (string $operator): string => 'operator.'.$operator,
                'invalid_message' => 'refusal.not_offered', 'attr' => ['class' => 'auto'],
            ])
            ->add('value', TextType::class, ['label' => 'with', 'required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => ClauseInput::class]);
    }
}
