<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * One of several people or units.
 *
 * @extends AbstractType<mixed>
 */
final class OneOfType extends AbstractType
{
    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults([
            'choice_value' => 'id', 'choice_label' => 'name', 'choice_translation_domain' => false, 'placeholder' => false,
            'invalid_message' => 'refusal.missing',
        ]);
    }

    public function getParent(): string
    {
        return ChoiceType::class;
    }
}
