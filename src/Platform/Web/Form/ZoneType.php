<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A time zone by its name in the time zone database (IANA).
 *
 * @extends AbstractType<mixed>
 */
final class ZoneType extends AbstractType
{
    public function configureOptions(OptionsResolver $resolver): void
    {
        $zones = \DateTimeZone::listIdentifiers();
        $resolver->setDefaults([
            'label' => 'Time zone', 'choices' => array_combine($zones, $zones), 'choice_translation_domain' => false,
            'placeholder' => false, 'invalid_message' => 'refusal.zone_unknown',
        ]);
    }

    public function getParent(): string
    {
        return ChoiceType::class;
    }
}
