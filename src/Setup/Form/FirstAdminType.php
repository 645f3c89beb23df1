<?php

declare(strict_types=1);

namespace Jorvent\Setup\Form;

use Jorvent\Platform\Web\Form\NewPasswordType;
use Jorvent\Platform\Web\Form\ZoneType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<FirstAdminInput> */
final class FirstAdminType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('company', TextType::class, ['label' => 'Company'])
            ->add('sender', EmailType::class, ['label' => 'Mails are sent from', 'help' => 'identity.sender_help'])
            ->add('name', TextType::class, ['label' => 'Your name'])
            ->add('email', EmailType::class, ['label' => 'E-mail'])
            ->add('new_password', NewPasswordType::class, ['label' => 'Password'])
            ->add('zone', ZoneType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => FirstAdminInput::class, 'csrf_token_id' => 'public']);
    }
}
