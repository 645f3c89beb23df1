<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Requisitions\AfterApproval;
use Jorvent\Requisitions\Brief\Brief;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\FormBuilderInterface;

/**
 * What may be changed after approval, by field of the brief.
 *
 * @extends AbstractType<array{after: array<string, AfterApproval>}>
 */
final class FieldRulesType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $after = $builder->create('after', FormType::class);
        foreach (Brief::fields() as $field) {
            $after->add($field, EnumType::class, [
                'class' => AfterApproval::class, 'expanded' => true, 'label' => 'brief.'.$field,
                'choice_label' => static fn (AfterApproval $one): string => 'rule.'.$one->value,
                'invalid_message' => 'refusal.not_offered',
            ]);
        }
        $builder->add($after);
    }
}
