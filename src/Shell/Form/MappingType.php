<?php

declare(strict_types=1);

namespace Jorvent\Shell\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * Which column of a table is what: a choice for each field of the kind that is imported.
 *
 * @extends AbstractType<array<string, int|null>>
 */
final class MappingType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        /** @var list<string> $head */
        $head = $options['head'];
        /** @var list<string> $fields */
        $fields = $options['fields'];
        foreach ($fields as $field) {
            $builder->add($field, ChoiceType::class, [
                'label' => 'import.'.$field,
                'required' => false,
                'choices' => array_keys($head),
                'choice_label' => static fn (int $i): string => '' === $head[$i] ? (string) ($i + 1) : $head[$i],
                'choice_translation_domain' => false,
                'placeholder' => '–',
                'attr' => ['aria-labelledby' => 'of-'.$field],
            ]);
        }
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired(['head', 'fields']);
    }
}
