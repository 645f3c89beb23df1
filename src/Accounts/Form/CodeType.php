<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<CodeInput> */
final class CodeType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('code', TextType::class, ['label' => 'Code', 'attr' => [
            'autocomplete' => 'one-time-code', 'autocapitalize' => 'none', 'spellcheck' => 'false', 'autofocus' => true,
        ]]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => CodeInput::class]);
    }
}
