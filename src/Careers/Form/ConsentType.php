<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\ConsentText;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<ConsentInput> */
final class ConsentType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $texts = $builder->create('text', FormType::class, ['error_bubbling' => false, 'label' => false]);
        foreach (ConsentText::LOCALES as $locale) {
            $texts->add($locale, TextareaType::class, [
                'label' => 'language.'.$locale, 'attr' => ['rows' => 5, 'lang' => $locale],
            ]);
        }
        $builder->add('version', HiddenType::class)->add($texts);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => ConsentInput::class]);
    }
}
