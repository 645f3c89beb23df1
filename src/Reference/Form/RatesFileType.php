<?php

declare(strict_types=1);

namespace Jorvent\Reference\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\FileType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<RatesFileInput> */
final class RatesFileType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('file', FileType::class, [
            'label' => 'Table with the columns currency, day, per_euro (CSV or XLSX)',
            'attr' => ['accept' => '.csv,.xlsx,text/csv'],
        ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => RatesFileInput::class]);
    }
}
