<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\FileType;
use Symfony\Component\Form\Extension\Core\Type\TelType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<LeaveResumeInput> */
final class LeaveResumeType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        /** @var list<string> $categories */
        $categories = $options['categories'];
        /** @var list<string> $cities */
        $cities = $options['cities'];
        $builder
            // read by Upload, which says at this field what is wrong with it
            ->add('resume', FileType::class, ['label' => 'apply.resume', 'required' => false, 'mapped' => false])
            ->add('name', TextType::class, ['label' => 'apply.name', 'attr' => ['autocomplete' => 'name']])
            ->add('email', TextType::class, [
                'label' => 'apply.email', 'attr' => ['autocomplete' => 'email', 'inputmode' => 'email'],
            ])
            ->add('phone', TelType::class, [
                'label' => 'apply.phone', 'required' => false, 'attr' => ['autocomplete' => 'tel'],
            ])
            ->add('city', TextType::class, [
                'label' => 'apply.city', 'required' => false, 'attr' => ['autocomplete' => 'address-level2'],
            ])
            ->add($this->wanted($builder, $categories, $cities))
            ->add('consent', TextType::class, ['required' => false]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver
            ->setDefaults([
                'data_class' => LeaveResumeInput::class, 'post_max_size_message' => 'refusal.file_too_large',
            ])
            ->setRequired(['categories', 'cities']);
    }

    /**
     * @param FormBuilderInterface<LeaveResumeInput|null> $builder
     * @param list<string>                                $categories
     * @param list<string>                                $cities
     *
     * @return FormBuilderInterface<mixed>
     */
    private function wanted(FormBuilderInterface $builder, array $categories, array $cities): FormBuilderInterface
    {
        $choice = static fn (array $choices, string $facet, \Closure $words): array => [
            'label' => 'mind.'.$facet, 'choices' => $choices, 'required' => false,
            'placeholder' => 'facet.all.'.$facet, 'choice_label' => $words,
            'invalid_message' => 'refusal.answer_not_offered',
        ];

        return $builder->create('wanted', options: ['compound' => true, 'error_bubbling' => false])
            ->add('category', ChoiceType::class, $choice(
                $categories, 'category', static fn (string $kind): string => 'kind.'.mb_strtolower($kind),
            ))
            ->add('city', ChoiceType::class, $choice($cities, 'city', static fn (string $city): string => $city));
    }
}
