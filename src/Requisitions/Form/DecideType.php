<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Requisitions\Brief\Brief;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * The answer is the button that is pressed.
 *
 * @extends AbstractType<DecideInput>
 */
final class DecideType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('answer', EnumType::class, [
                'class' => ApproverAnswer::class, 'invalid_message' => 'refusal.not_offered',
            ])
            ->add('note', TextareaType::class, [
                'label' => 'Reason when it is not a yes, or your question', 'required' => false, 'attr' => ['rows' => 2],
            ])
            ->add('field', ChoiceType::class, [
                'label' => 'Mark fields to be changed', 'multiple' => true, 'expanded' => true, 'required' => false,
                'choices' => Brief::fields(), 'choice_label' => static fn (string $field): string => 'brief.'.$field,
                'invalid_message' => 'refusal.not_offered',
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => DecideInput::class]);
    }
}
