<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Web\Form\OneOfType;
use Jorvent\Requisitions\CopiedPart;
use Jorvent\Requisitions\Read\SiteOption;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Translation\TranslatableMessage;

/** @extends AbstractType<StartInput> */
final class StartType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('from', EnumType::class, ['class' => Start::class, 'invalid_message' => 'refusal.not_offered'])
            ->add('profile', HiddenType::class)
            ->add('earlier', HiddenType::class)
            ->add('template', HiddenType::class)
            ->add('unit', OneOfType::class, [
                'label' => 'For', 'choices' => $options['units'], 'invalid_message' => 'refusal.unit_out_of_reach',
                'choice_label' => static fn (UnitChoice $u): string => str_repeat('– ', $u->depth).$u->name.' ('.$u->code.')',
            ])
            ->add('site', OneOfType::class, [
                'label' => 'Site', 'choices' => $options['sites'], 'required' => false,
                'choice_label' => static fn (SiteOption $site): string => $site->label(),
            ])
            ->add('part', EnumType::class, [
                'label' => 'What comes along', 'class' => CopiedPart::class, 'multiple' => true, 'expanded' => true,
                'required' => false, 'invalid_message' => 'refusal.not_offered',
                'choice_label' => static fn (CopiedPart $part): TranslatableMessage => new TranslatableMessage(
                    'part.'.$part->value, ['%count%' => $options['questions']],
                ),
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => StartInput::class, 'questions' => 0])->setRequired(['units', 'sites']);
    }
}
