<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * A competency, and behaviour that is seen at 1, 3 and 5.
 *
 * @extends AbstractType<array<string, string|null>>
 */
final class CompetencyType extends AbstractType
{
    public const FIELDS = ['name', 'low', 'middle', 'high'];

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        foreach (self::FIELDS as $field) {
            $builder->add($field, TextType::class, [
                'label' => 'competency.'.$field, 'required' => false, 'attr' => ['class' => 'bf', 'maxlength' => 300],
            ]);
        }
    }
}
