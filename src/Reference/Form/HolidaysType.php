<?php

declare(strict_types=1);

namespace Jorvent\Reference\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\FileType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<HolidaysInput> */
final class HolidaysType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('country', TextType::class, [
                'label' => 'Country, two letters', 'attr' => ['maxlength' => 2, 'class' => 'auto'],
            ])
            ->add('file', FileType::class, [
                'label' => 'Calendar file (iCalendar, .ics)', 'attr' => ['accept' => '.ics,text/calendar'],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => HolidaysInput::class]);
    }
}
