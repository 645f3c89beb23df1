<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Web\Form\DayType;
use Jorvent\Platform\Web\Form\OneOfType;
use Jorvent\Requisitions\Brief\Employment;
use Jorvent\Requisitions\Brief\Job;
use Jorvent\Requisitions\Brief\Remote;
use Jorvent\Requisitions\Brief\Visibility;
use Jorvent\Requisitions\Brief\Wants;
use Jorvent\Requisitions\Read\BriefOptions;
use Jorvent\Requisitions\Read\SiteOption;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormView;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Translation\TranslatableMessage;

/**
 * All of a brief, with labels for those who do not see where a field stands.
 *
 * @extends AbstractType<BriefInput>
 */
final class BriefType extends AbstractType
{
    private const LARGEST_TIMES_PAID = 14;

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $offered = $options['offered'];
        \assert($offered instanceof BriefOptions);
        $this->job($builder, $offered);
        $this->team($builder, $offered);
        $this->place($builder, $offered);
        $this->time($builder);
        $this->wants($builder);
        /** @var list<string> $currencies */
        $currencies = $options['currencies'];
        $this->pay($builder, $currencies);
        $builder->add('version', HiddenType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => BriefInput::class])->setRequired(['offered', 'currencies']);
    }

    /** Links lead to single fields of a brief: each has its name as its id. */
    public function finishView(FormView $view, FormInterface $form, array $options): void
    {
        foreach ($view->children as $name => $child) {
            $child->vars['id'] = (string) $name;
        }
    }

    /** @param FormBuilderInterface<BriefInput|null> $builder */
    private function job(FormBuilderInterface $builder, BriefOptions $offered): void
    {
        $builder
            ->add('title', TextType::class, [
                'label' => 'Advertised as', 'required' => false,
                'attr' => ['class' => 'bf big', 'maxlength' => Job::MAX_TITLE],
            ])
            ->add('internalTitle', ChoiceType::class, self::oneOf('Title inside', $offered->titles, '–'))
            ->add('positions', IntegerType::class, self::whole('Positions', 'n3'))
            ->add('family', OneOfType::class, self::named('Function', $offered->families, 'function'))
            ->add('industry', ChoiceType::class, self::worded('Industry', Job::INDUSTRIES, 'industry.', 'industry'))
            ->add('category', ChoiceType::class, self::oneOf('board category', Advert::CATEGORIES, '–'))
            ->add('description', TextareaType::class, [
                'label' => 'Description', 'required' => false,
                'attr' => ['class' => 'bf prose', 'rows' => 14, 'data-rich' => ''],
            ]);
    }

    /** @param FormBuilderInterface<BriefInput|null> $builder */
    private function team(FormBuilderInterface $builder, BriefOptions $offered): void
    {
        $builder
            ->add('manager', OneOfType::class, self::named('reports to', $offered->people))
            ->add('recruiter', OneOfType::class, self::named('recruiter', $offered->recruiters()))
            ->add('requester', OneOfType::class, self::named('asked for by', $offered->people))
            ->add('partner', OneOfType::class, self::named('people partner', $offered->people, '–'))
            ->add('visibility', EnumType::class, self::cases('seen by', Visibility::class, 'visibility.'));
    }

    /** @param FormBuilderInterface<BriefInput|null> $builder */
    private function place(FormBuilderInterface $builder, BriefOptions $offered): void
    {
        $inCompany = static fn (UnitChoice $unit): array => [
            'data-company-is' => $unit->company, 'data-path' => $unit->path,
        ];
        $builder
            ->add('unit', OneOfType::class, [
                'choice_label' => self::unitLabel(...), 'choice_attr' => $inCompany,
                'invalid_message' => 'refusal.unit_out_of_reach',
            ] + self::named('Where', $offered->units()))
            ->add('costCentre', OneOfType::class, [
                'choice_label' => static fn (UnitChoice $unit): string => $unit->code.' '.$unit->name,
                'choice_attr' => $inCompany,
            ] + self::named('Cost centre', $offered->costCentres(), 'no cost centre'))
            ->add('site', OneOfType::class, [
                'choice_label' => static fn (SiteOption $site): string => $site->label(),
                'choice_attr' => static fn (SiteOption $site): array => ['data-companies' => $site->companies],
            ] + self::named('Site', $offered->sites))
            ->add('country', ChoiceType::class, [
                'choices' => array_flip($offered->countries), 'choice_translation_domain' => false,
            ] + self::choice('advertised in', null))
            ->add('remote', EnumType::class, self::cases('From home', Remote::class, 'brief.remote.'))
            ->add('travelDays', IntegerType::class, self::whole('days of travel a month', 'n3'));
    }

    /** @param FormBuilderInterface<BriefInput|null> $builder */
    private function time(FormBuilderInterface $builder): void
    {
        $builder
            ->add('employment', EnumType::class, self::cases('Employment', Employment::class, 'brief.employment.'))
            ->add('months', IntegerType::class, self::whole('Months', 'n3'))
            ->add('openedOn', DayType::class, self::day('opens'))
            ->add('targetOn', DayType::class, self::day('signed by'));
    }

    /** @param FormBuilderInterface<BriefInput|null> $builder */
    private function wants(FormBuilderInterface $builder): void
    {
        $builder
            ->add('musts', TextareaType::class, self::lines('Must have'))
            ->add('wishes', TextareaType::class, self::lines('Wishes'))
            ->add('education', ChoiceType::class, self::worded('Education', Wants::EDUCATION, 'education.', 'none asked'))
            ->add('yearsFrom', IntegerType::class, self::whole('Years done', 'n3'))
            ->add('yearsTo', IntegerType::class, self::whole('Years done, to', 'n3'));
    }

    /**
     * @param FormBuilderInterface<BriefInput|null> $builder
     * @param list<string>                          $currencies
     */
    private function pay(FormBuilderInterface $builder, array $currencies): void
    {
        $amount = ['required' => false, 'attr' => ['class' => 'bf num pay', 'inputmode' => 'numeric']];
        $times = range(12, self::LARGEST_TIMES_PAID);
        $builder
            ->add('currency', ChoiceType::class, self::oneOf('Currency of the pay', $currencies, null))
            ->add('payFrom', TextType::class, ['label' => 'Pay'] + $amount)
            ->add('payTo', TextType::class, ['label' => 'Pay, to'] + $amount)
            ->add('frequency', EnumType::class, self::cases('Pay is stated', Frequency::class, 'brief.frequency.'))
            ->add('pays', ChoiceType::class, [
                'choices' => $times,
                'choice_label' => static fn (int $n): TranslatableMessage => new TranslatableMessage('pays.count', ['%count%' => $n]),
            ] + self::choice('Times paid a year', null))
            ->add('share', IntegerType::class, self::whole('% of full time', 'n3'))
            ->add('hours', TextType::class, [
                'label' => 'h a week', 'required' => false, 'invalid_message' => 'refusal.hours_out_of_range',
                'attr' => ['class' => 'bf num n4', 'inputmode' => 'decimal'],
            ])
            ->add('benefits', TextareaType::class, self::lines('Comes with it'));
        $builder->get('hours')->addModelTransformer(new HoursTransformer());
    }

    private static function unitLabel(UnitChoice $unit): string
    {
        return ('team' === $unit->kind->value ? '– ' : '').$unit->code.' '.$unit->name;
    }

    /** @return array<string, mixed> */
    private static function choice(string $label, ?string $empty): array
    {
        return [
            'label' => $label, 'required' => false, 'placeholder' => $empty ?? false,
            'invalid_message' => 'refusal.not_offered', 'attr' => ['class' => 'bf'],
        ];
    }

    /**
     * @param list<object> $choices
     *
     * @return array<string, mixed>
     */
    private static function named(string $label, array $choices, ?string $empty = null): array
    {
        return ['choices' => $choices] + self::choice($label, $empty);
    }

    /**
     * Words that are shown as they are.
     *
     * @param list<string> $choices
     *
     * @return array<string, mixed>
     */
    private static function oneOf(string $label, array $choices, ?string $empty): array
    {
        return [
            'choices' => [] === $choices ? [] : array_combine($choices, $choices), 'choice_translation_domain' => false,
        ] + self::choice($label, $empty);
    }

    /**
     * @param list<string> $choices
     * @param string       $words   what their translations begin with
     *
     * @return array<string, mixed>
     */
    private static function worded(string $label, array $choices, string $words, string $empty): array
    {
        return [
            'choices' => $choices, 'choice_label' => static fn (string $one): string => $words.$one,
        ] + self::choice($label, $empty);
    }

    /**
     * @param class-string<\BackedEnum> $enum
     * @param string                    $words what their translations begin with
     *
     * @return array<string, mixed>
     */
    private static function cases(string $label, string $enum, string $words): array
    {
        return [
            'class' => $enum, 'choice_label' => static fn (\BackedEnum $one): string => $words.$one->value,
        ] + self::choice($label, null);
    }

    /** @return array<string, mixed> */
    private static function whole(string $label, string $width): array
    {
        return [
            'label' => $label, 'required' => false, 'invalid_message' => 'refusal.not_a_number',
            'attr' => ['class' => 'bf num '.$width, 'inputmode' => 'numeric'],
        ];
    }

    /** @return array<string, mixed> */
    private static function day(string $label): array
    {
        return ['label' => $label, 'required' => false, 'attr' => ['class' => 'bf']];
    }

    /** @return array<string, mixed> */
    private static function lines(string $label): array
    {
        return ['label' => $label, 'required' => false, 'attr' => ['class' => 'bf', 'rows' => 2]];
    }
}
