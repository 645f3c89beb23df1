<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideOffered;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<GuideInput> */
final class GuideType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $greetings = $builder->create('greeting', FormType::class, ['error_bubbling' => false, 'label' => false]);
        foreach (GuideAnswer::LOCALES as $locale) {
            $greetings->add($locale, TextType::class, [
                'label' => 'guide.greeting.'.$locale, 'required' => false, 'attr' => ['lang' => $locale],
            ]);
        }
        $builder
            ->add('version', HiddenType::class)
            ->add('offered', EnumType::class, [
                'label' => 'The guide is offered', 'class' => GuideOffered::class, 'placeholder' => false,
                'choice_label' => static fn (GuideOffered $one): string => 'guide.offered.'.$one->value,
                'invalid_message' => 'refusal.not_offered',
            ])
            ->add('contact', EmailType::class, ['label' => 'Messages to a person go to', 'required' => false])
            ->add($greetings);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => GuideInput::class]);
    }
}
