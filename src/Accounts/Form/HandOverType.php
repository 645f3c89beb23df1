<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<HandOverInput> */
final class HandOverType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('to', OneOfType::class, [
            'label' => 'Hand over to', 'choices' => $options['people'], 'required' => false, 'placeholder' => '',
            'invalid_message' => 'refusal.successor_missing',
        ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => HandOverInput::class])->setRequired('people');
    }
}
