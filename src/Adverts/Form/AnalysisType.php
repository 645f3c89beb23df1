<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\AnalysisBy;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Platform\Web\Form\DayType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<AnalysisInput> */
final class AnalysisType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('by', EnumType::class, self::choice('grouped by', AnalysisBy::class, 'by.'))
            ->add('from', DayType::class, ['label' => 'begun from', 'attr' => ['class' => 'auto']])
            ->add('to', DayType::class, ['label' => 'until', 'attr' => ['class' => 'auto']])
            ->add('how', EnumType::class, self::choice('credited to', Attribution::class, 'attribution.'));
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => AnalysisInput::class, 'method' => 'GET', 'csrf_protection' => false]);
    }

    /**
     * @param class-string<\BackedEnum> $enum
     * @param string                    $words what their translations begin with
     *
     * @return array<string, mixed>
     */
    private static function choice(string $label, string $enum, string $words): array
    {
        return [
            'label' => $label, 'class' => $enum, 'placeholder' => false, 'invalid_message' => 'refusal.not_offered',
            'choice_label' => static fn (\BackedEnum $one): string => $words.$one->value, 'attr' => ['class' => 'auto'],
        ];
    }
}
