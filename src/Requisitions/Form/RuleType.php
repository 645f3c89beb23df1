<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Workflow\Post;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CollectionType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<RuleInput> */
final class RuleType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('rule', HiddenType::class)
            ->add('name', TextType::class, ['label' => 'Name'])
            ->add('rank', IntegerType::class, [
                'label' => 'Place in the order', 'invalid_message' => 'refusal.not_a_number',
                'attr' => ['inputmode' => 'numeric'],
            ])
            ->add('clauses', EnumType::class, self::howMany('hold'))
            ->add('conditions', CollectionType::class, [
                'entry_type' => ClauseType::class, 'error_bubbling' => false,
            ])
            ->add('of', EnumType::class, self::howMany('asked'))
            ->add('posts', EnumType::class, [
                'class' => Post::class, 'multiple' => true, 'expanded' => true, 'error_bubbling' => false,
                'choice_label' => static fn (Post $post): string => 'post.'.$post->value,
                'invalid_message' => 'refusal.not_offered',
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => RuleInput::class]);
    }

    /** @return array<string, mixed> */
    private static function howMany(string $of): array
    {
        return [
            'class' => HowMany::class, 'label' => 'all or any', 'attr' => ['class' => 'auto'],
            'choice_label' => static fn (HowMany $one): string => 'rule.'.$of.'.'.$one->value,
            'invalid_message' => 'refusal.not_offered',
        ];
    }
}
