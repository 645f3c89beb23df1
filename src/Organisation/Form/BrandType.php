<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Organisation\BrandFacts;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ColorType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\Extension\Core\Type\FileType;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<BrandInput> */
final class BrandType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, ['label' => 'Name', 'attr' => ['maxlength' => 60]])
            ->add('contact', EmailType::class, ['label' => 'Candidates write to', 'attr' => ['maxlength' => 200]])
            ->add('chart', CheckboxType::class, [
                'label' => 'A chart of the places above the list', 'required' => false,
            ])
            ->add('logo', FileType::class, [
                'label' => 'Logo: PNG, JPEG or WebP, shown 32 high', 'required' => false,
                'attr' => ['accept' => 'image/png,image/jpeg,image/webp'],
            ])
            ->add('without_logo', CheckboxType::class, [
                'label' => 'without a logo', 'required' => false, 'property_path' => 'withoutLogo',
            ])
            ->add('version', HiddenType::class);
        foreach (['accent', 'deep', 'paper'] as $colour) {
            $builder->add($colour, ColorType::class, ['label' => 'brand.'.$colour, 'attr' => ['class' => 'auto']]);
        }
        $builder->add(self::byLanguage($builder, 'tagline', TextType::class, 'Line beside the name', [
            'maxlength' => 120,
        ]));
        $builder->add(self::byLanguage($builder, 'lead', TextareaType::class, 'Lines above the openings', [
            'maxlength' => 400, 'rows' => 2,
        ]));
        if (true !== $options['main']) {
            $builder
                ->add('key', TextType::class, ['label' => 'Address, after /careers/', 'attr' => ['maxlength' => 30]])
                ->add('units', OneOfType::class, [
                    'label' => 'Units that hire under it, with all below them', 'choices' => $options['units'],
                    'multiple' => true, 'required' => false, 'attr' => ['size' => 7],
                ]);
        }
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => BrandInput::class])->setRequired(['main', 'units']);
    }

    /**
     * A field for each language that candidates are spoken to in.
     *
     * @param FormBuilderInterface<BrandInput|null> $builder
     * @param class-string<TextType|TextareaType>   $type
     * @param array<string, int>                    $attributes
     *
     * @return FormBuilderInterface<mixed>
     */
    private static function byLanguage(
        FormBuilderInterface $builder, string $name, string $type, string $label, array $attributes,
    ): FormBuilderInterface {
        $fields = $builder->create($name, FormType::class, ['label' => $label]);
        foreach (BrandFacts::LOCALES as $locale) {
            $fields->add($locale, $type, [
                'label' => 'language.'.$locale, 'required' => false, 'attr' => $attributes + ['lang' => $locale],
            ]);
        }

        return $fields;
    }
}
