<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<GuideMessageInput> */
final class GuideMessageType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, ['label' => 'apply.name', 'attr' => ['autocomplete' => 'name']])
            ->add('email', TextType::class, [
                'label' => 'apply.email', 'attr' => ['autocomplete' => 'email', 'inputmode' => 'email'],
            ])
            ->add('message', TextareaType::class, ['label' => 'guide.message', 'attr' => ['rows' => 4]]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => GuideMessageInput::class]);
    }
}
