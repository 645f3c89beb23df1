<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<AdvertTextInput> */
final class AdvertTextType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $language = ['lang' => $options['locale']];
        $builder
            ->add('version', HiddenType::class)
            ->add('title', TextType::class, ['label' => 'Title', 'attr' => $language + ['maxlength' => 120]])
            ->add('description', TextareaType::class, [
                'label' => 'Description',
                'attr' => $language + ['class' => 'bf prose', 'rows' => 18, 'data-rich' => ''],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => AdvertTextInput::class])->setRequired('locale');
    }
}
