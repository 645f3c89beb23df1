<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<EmailInput> */
final class ForgottenPasswordType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $attributes = ['autocomplete' => 'username', 'autofocus' => true];
        $builder->add('email', EmailType::class, ['label' => 'E-mail', 'attr' => $attributes]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => EmailInput::class, 'csrf_token_id' => 'public']);
    }
}
