<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<BandInput> */
final class BandType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $amount = ['required' => false, 'attr' => ['inputmode' => 'numeric', 'class' => 'bf num pay']];
        $builder->add('from', TextType::class, $amount)->add('to', TextType::class, $amount);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => BandInput::class]);
    }
}
