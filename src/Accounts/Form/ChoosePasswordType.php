<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\NewPasswordType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * By someone with a link, who is not signed in.
 *
 * @extends AbstractType<PasswordInput>
 */
final class ChoosePasswordType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('new_password', NewPasswordType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => PasswordInput::class, 'csrf_token_id' => 'public']);
    }
}
