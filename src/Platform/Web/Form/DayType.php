<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Jorvent\Core\Shared\Day;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\DateType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A day, at midnight in UTC.
 *
 * @extends AbstractType<mixed>
 */
final class DayType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->addEventListener(FormEvents::POST_SUBMIT, static function (FormEvent $event): void {
            $day = $event->getData();
            if ($day instanceof \DateTimeImmutable && !Day::isUsual($day)) {
                $event->getForm()->addError(new FormError('refusal.not_a_day'));
            }
        });
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'widget' => 'single_text', 'input' => 'datetime_immutable', 'model_timezone' => 'UTC',
            'view_timezone' => 'UTC', 'invalid_message' => 'refusal.not_a_day',
        ]);
    }

    public function getParent(): string
    {
        return DateType::class;
    }
}
