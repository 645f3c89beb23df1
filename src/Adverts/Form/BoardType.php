<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\MarkUp;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Outside\Boards\Board;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * All of a board. Of our own careers site only the name, the reach and the rules can be set.
 *
 * @extends AbstractType<BoardInput>
 */
final class BoardType extends AbstractType
{
    private const NUMBERS = [
        'min_words' => 'minWords', 'max_words' => 'maxWords', 'max_title' => 'maxTitle',
        'opened_within_days' => 'openedWithinDays', 'max_days' => 'maxDays',
    ];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('version', HiddenType::class)
            ->add('key', true === $options['new'] ? TextType::class : HiddenType::class, [
                'label' => 'Short word for addresses', 'attr' => ['maxlength' => 30],
            ])
            ->add('name', TextType::class, ['label' => 'Name', 'attr' => ['maxlength' => 60]])
            ->add('reach', IntegerType::class, self::number('People who look there in a month', ''));
        if (true !== $options['own']) {
            /** @var list<string> $shapes */
            $shapes = $options['shapes'];
            $this->connection($builder, $shapes);
            $this->price($builder);
            $this->words($builder);
        }
        $this->rules($builder);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver
            ->setDefaults(['data_class' => BoardInput::class, 'own' => false, 'new' => false])
            ->setRequired('shapes');
    }

    /**
     * @param FormBuilderInterface<BoardInput|null> $builder
     * @param list<string>                          $shapes
     */
    private function connection(FormBuilderInterface $builder, array $shapes): void
    {
        $builder
            ->add('shape', ChoiceType::class, [
                'label' => 'Connected by', 'choices' => $shapes, 'placeholder' => false,
                'choice_label' => static fn (string $shape): string => 'shape.'.$shape,
                'invalid_message' => 'refusal.not_offered',
            ])
            ->add('address', TextType::class, [
                'label' => 'Address', 'required' => false,
                'attr' => ['inputmode' => 'url', 'placeholder' => 'https://'],
            ])
            ->add('secret', PasswordType::class, [
                'label' => 'Key', 'required' => false, 'attr' => ['autocomplete' => 'off'],
            ])
            ->add('enabled', CheckboxType::class, ['label' => 'Adverts can be posted there', 'required' => false]);
    }

    /** @param FormBuilderInterface<BoardInput|null> $builder */
    private function price(FormBuilderInterface $builder): void
    {
        $builder
            ->add('price_kind', EnumType::class, [
                'label' => 'Charged by', 'class' => PriceKind::class, 'property_path' => 'priceKind',
                'placeholder' => false, 'invalid_message' => 'refusal.not_offered', 'attr' => ['class' => 'auto'],
                'choice_label' => static fn (PriceKind $kind): string => 'price.'.$kind->value,
            ])
            ->add('price_amount', TextType::class, [
                'label' => 'Amount', 'required' => false, 'property_path' => 'priceAmount',
                'attr' => ['class' => 'auto narrow-in', 'inputmode' => 'decimal'],
            ])
            ->add('price_currency', TextType::class, [
                'label' => 'Currency', 'required' => false, 'property_path' => 'priceCurrency',
                'attr' => ['class' => 'auto narrow-in', 'maxlength' => 3],
            ])
            ->add('price_days', IntegerType::class, self::number('for days', 'priceDays'))
            ->add('price_quota', IntegerType::class, self::number('postings a month', 'priceQuota'));
    }

    /** @param FormBuilderInterface<BoardInput|null> $builder */
    private function rules(FormBuilderInterface $builder): void
    {
        foreach (self::NUMBERS as $name => $property) {
            $builder->add($name, IntegerType::class, self::number('asks.'.$name, $property));
        }
        $builder
            ->add('forbidden_in_title', TextType::class, [
                'label' => 'asks.forbidden_in_title', 'required' => false, 'property_path' => 'forbiddenInTitle',
                'attr' => ['class' => 'auto narrow-in'],
            ])
            ->add('mark_up', EnumType::class, [
                'label' => 'asks.mark_up', 'class' => MarkUp::class, 'property_path' => 'markUp',
                'placeholder' => false, 'invalid_message' => 'refusal.not_offered', 'attr' => ['class' => 'auto'],
                'choice_label' => static fn (MarkUp $one): string => 'mark_up.'.$one->value,
            ])
            ->add('pay', ChoiceType::class, [
                'label' => 'asks.pay', 'choices' => ['should', 'must'], 'required' => false,
                'placeholder' => 'asks.pay.no', 'invalid_message' => 'refusal.not_offered',
                'attr' => ['class' => 'auto'],
                'choice_label' => static fn (string $pay): string => 'asks.pay.'.$pay,
            ])
            ->add('place', ChoiceType::class, self::several(BoardRules::PLACE, 'place.'))
            ->add('language', ChoiceType::class, self::several(['en', ...AdvertText::LOCALES], 'language.'));
    }

    /** @param FormBuilderInterface<BoardInput|null> $builder */
    private function words(FormBuilderInterface $builder): void
    {
        $this->table($builder, 'field', Board::FIELDS, 'field.');
        $this->table($builder, 'category', Advert::CATEGORIES, '');
        $this->table($builder, 'remote', BoardRules::REMOTE, 'brief.remote.');
    }

    /**
     * The board's own words for ours.
     *
     * @param FormBuilderInterface<BoardInput|null> $builder
     * @param list<string>                          $ours
     * @param string                                $words   what their translations begin with
     */
    private function table(FormBuilderInterface $builder, string $name, array $ours, string $words): void
    {
        $table = $builder->create($name, options: ['compound' => true, 'error_bubbling' => false]);
        foreach ($ours as $one) {
            $table->add($one, TextType::class, ['label' => $words.$one, 'required' => false]);
        }
        $builder->add($table);
    }

    /** @return array<string, mixed> */
    private static function number(string $label, string $property): array
    {
        return [
            'label' => $label, 'required' => false, 'invalid_message' => 'refusal.not_a_number',
            'attr' => ['class' => 'auto narrow-in', 'inputmode' => 'numeric'],
        ] + ('' === $property ? [] : ['property_path' => $property]);
    }

    /**
     * @param list<string> $choices
     * @param string       $words   what their translations begin with
     *
     * @return array<string, mixed>
     */
    private static function several(array $choices, string $words): array
    {
        return [
            'choices' => $choices, 'multiple' => true, 'expanded' => true, 'required' => false,
            'error_bubbling' => false, 'choice_label' => static fn (string $one): string => $words.$one,
            'invalid_message' => 'refusal.not_offered',
        ];
    }
}
