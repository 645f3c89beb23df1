<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Platform\Web\Form\ZoneType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<SiteInput> */
final class SiteType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $short = ['attr' => ['maxlength' => 80]];
        $degrees = ['attr' => ['inputmode' => 'decimal', 'maxlength' => 14]];
        $builder
            ->add('name', TextType::class, ['label' => 'Name inside the house'] + $short)
            ->add('city', TextType::class, ['label' => 'Town'] + $short)
            ->add('country', TextType::class, ['label' => 'Country, two letters', 'attr' => ['maxlength' => 2]])
            ->add('region', TextType::class, ['label' => 'Region', 'required' => false, 'help' => 'Some boards ask for it.'] + $short)
            ->add('postcode', TextType::class, [
                'label' => 'Postcode', 'required' => false, 'help' => 'Some boards ask for it.', 'attr' => ['maxlength' => 20],
            ])
            ->add('zone', ZoneType::class)
            ->add('currency', TextType::class, ['label' => 'Currency, three letters', 'attr' => ['maxlength' => 3]])
            ->add('latitude', TextType::class, ['label' => 'Latitude, degrees north'] + $degrees)
            ->add('longitude', TextType::class, ['label' => 'Longitude, degrees east'] + $degrees)
            ->add('version', HiddenType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => SiteInput::class]);
    }
}
