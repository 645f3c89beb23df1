<?php

declare(strict_types=1);

namespace Jorvent\Screening\Form;

use Jorvent\Core\Screening\Question;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<OptionInput> */
final class OptionType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        foreach (Question::LANGUAGES as $language) {
            $builder->add($language, TextType::class, [
                'required' => false, 'attr' => ['class' => 'bf', 'lang' => $language],
            ]);
        }
        $builder
            ->add('points', IntegerType::class, [
                'required' => false, 'invalid_message' => 'refusal.points_out_of_range',
                'attr' => ['class' => 'bf num', 'inputmode' => 'numeric'],
            ])
            ->add('stops', CheckboxType::class, ['required' => false])
            ->add('gone', CheckboxType::class, ['required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => OptionInput::class]);
    }
}
