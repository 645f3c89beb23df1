<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Web\Form\DayType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<PublishInput> */
final class PublishType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        /** @var array<string, Board> $boards */
        $boards = $options['boards'];
        $builder
            ->add('place', ChoiceType::class, [
                'choices' => array_keys($boards), 'multiple' => true, 'expanded' => true, 'error_bubbling' => false,
                'choice_label' => static fn (string $key): string => $boards[$key]->name,
                'choice_translation_domain' => false, 'invalid_message' => 'refusal.missing',
            ])
            ->add('from', DayType::class, ['label' => 'From', 'attr' => ['class' => 'auto']])
            ->add('until', DayType::class, ['label' => 'until', 'required' => false, 'attr' => ['class' => 'auto']])
            ->add('inside', DayType::class, [
                'label' => 'for colleagues only until', 'required' => false, 'attr' => ['class' => 'auto'],
            ])
            ->add('budget', TextType::class, [
                'label' => 'budget, EUR', 'required' => false,
                'attr' => ['class' => 'auto narrow-in', 'inputmode' => 'decimal'],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => PublishInput::class])->setRequired('boards');
    }
}
