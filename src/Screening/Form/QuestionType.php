<?php

declare(strict_types=1);

namespace Jorvent\Screening\Form;

use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Platform\Web\Form\DayType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * One question of a set, after those before it.
 *
 * @extends AbstractType<QuestionInput>
 */
final class QuestionType extends AbstractType
{
    private const LONGEST = 400;
    private const SHORT = 60;

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        [$question, $earlier] = [$options['question'], $options['earlier']];
        \assert($question instanceof Question);
        /** @var list<Question> $earlier */
        $this->texts($builder);
        $builder
            ->add('asked', CheckboxType::class, ['label' => 'is asked', 'required' => false])
            ->add('required', CheckboxType::class, ['label' => 'must be answered', 'required' => false])
            ->add('weight', IntegerType::class, [
                'invalid_message' => 'refusal.weight_out_of_range',
            ] + self::whole('weight'))
            ->add('name', TextType::class, ['label' => 'Name in the library', 'required' => false]);
        $this->limits($builder, $question->kind);
        $answers = $builder->create('options', FormType::class, ['error_bubbling' => false]);
        foreach ($question->options as $option) {
            $answers->add($option->key, OptionType::class);
        }
        $builder->add($answers);
        if ([] !== $earlier) {
            $this->condition($builder, $earlier);
        }
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => QuestionInput::class])->setRequired(['question', 'earlier']);
    }

    /** @param FormBuilderInterface<QuestionInput|null> $builder */
    private function texts(FormBuilderInterface $builder): void
    {
        $texts = $builder->create('text', FormType::class, ['error_bubbling' => false]);
        foreach (Question::LANGUAGES as $language) {
            $texts->add($language, TextType::class, [
                'required' => false, 'attr' => ['lang' => $language, 'maxlength' => self::LONGEST],
            ]);
        }
        $builder->add($texts);
    }

    /** @param FormBuilderInterface<QuestionInput|null> $builder */
    private function limits(FormBuilderInterface $builder, QuestionKind $kind): void
    {
        if (QuestionKind::Number === $kind) {
            $builder
                ->add('enough', IntegerType::class, self::whole('all points from'))
                ->add('least', IntegerType::class, self::whole('stops below'))
                ->add('most', IntegerType::class, self::whole('or above'));
        } elseif (QuestionKind::Date === $kind) {
            $builder->add('latest', DayType::class, [
                'label' => 'the latest day', 'required' => false, 'attr' => ['class' => 'bf'],
            ]);
        } else {
            return;
        }
        $builder->add('knock_out', CheckboxType::class, ['required' => false, 'property_path' => 'knockOut']);
    }

    /**
     * @param FormBuilderInterface<QuestionInput|null> $builder
     * @param non-empty-list<Question>                 $earlier
     */
    private function condition(FormBuilderInterface $builder, array $earlier): void
    {
        $numbers = array_flip(array_map(static fn (Question $one): string => $one->id, $earlier));
        $builder->add('if_question', ChoiceType::class, [
            'label' => 'Shown only after', 'required' => false, 'placeholder' => 'always',
            'choices' => array_keys($numbers), 'choice_translation_domain' => false,
            'choice_label' => static fn (string $id): string => self::short($earlier[$numbers[$id]], 1 + $numbers[$id]),
            'property_path' => 'ifQuestion', 'invalid_message' => 'refusal.not_offered', 'attr' => ['class' => 'bf'],
        ]);
        $keys = $builder->create('if_keys', FormType::class, ['property_path' => 'ifKeys', 'error_bubbling' => false]);
        foreach ($earlier as $one) {
            if ([] !== $one->choices()) {
                $number = (string) (1 + $numbers[$one->id]);
                $keys->add($one->id, ChoiceType::class, ['label' => $number] + self::answers($one));
            }
        }
        $builder
            ->add($keys)
            ->add('if_least', TextType::class, self::text('from', 'ifLeast'))
            ->add('if_most', TextType::class, self::text('to', 'ifMost'));
    }

    private static function short(Question $question, int $number): string
    {
        return $number.'. '.mb_strimwidth($question->text('en'), 0, self::SHORT, '…');
    }

    /** @return array<string, mixed> */
    private static function answers(Question $question): array
    {
        $texts = [];
        foreach ($question->options as $option) {
            $texts[$option->key] = $option->text('en');
        }

        return [
            'choices' => array_keys($texts), 'multiple' => true, 'expanded' => true, 'required' => false,
            'choice_label' => static fn (string $key): string => $texts[$key], 'choice_translation_domain' => false,
            'invalid_message' => 'refusal.not_offered',
        ];
    }

    /** @return array<string, mixed> */
    private static function whole(string $label): array
    {
        return [
            'label' => $label, 'required' => false, 'invalid_message' => 'refusal.not_a_number',
            'attr' => ['class' => 'bf num', 'inputmode' => 'numeric'],
        ];
    }

    /** @return array<string, mixed> */
    private static function text(string $label, string $property): array
    {
        return ['label' => $label, 'required' => false, 'property_path' => $property, 'attr' => ['class' => 'bf num']];
    }
}
