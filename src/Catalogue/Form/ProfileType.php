<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\CollectionType;
use Symfony\Component\Form\Extension\Core\Type\HiddenType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/** @extends AbstractType<ProfileInput> */
final class ProfileType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $years = [
            'required' => false, 'invalid_message' => 'refusal.not_a_number', 'attr' => ['class' => 'bf num n3', 'inputmode' => 'numeric'],
        ];
        $text = static fn (string $label, int $rows): array => [
            'label' => $label, 'required' => false, 'attr' => ['class' => 'bf', 'rows' => $rows],
        ];
        $builder
            ->add('title', TextType::class, ['label' => 'Title', 'attr' => ['class' => 'bf big', 'maxlength' => 160]])
            ->add('level', TextType::class, [
                'label' => 'level', 'required' => false, 'attr' => ['class' => 'bf num', 'maxlength' => 40],
            ])
            ->add('family', OneOfType::class, [
                'label' => 'Family', 'choices' => $options['families'], 'attr' => ['class' => 'bf'],
            ])
            ->add('summary', TextareaType::class, $text('Summary', 2))
            ->add('musts', TextareaType::class, $text('Must have', 4))
            ->add('wishes', TextareaType::class, $text('Wishes', 4))
            ->add('yearsFrom', IntegerType::class, ['label' => 'Years done'] + $years)
            ->add('yearsTo', IntegerType::class, ['label' => 'Years done, to'] + $years)
            ->add('education', ChoiceType::class, [
                'label' => 'Education', 'required' => false, 'placeholder' => 'none asked',
                'choices' => ProfileContent::EDUCATION, 'attr' => ['class' => 'bf'],
                'choice_label' => static fn (string $level): string => 'education.'.$level,
            ])
            ->add('bands', CollectionType::class, [
                'label' => 'Pay bands', 'entry_type' => BandType::class, 'error_bubbling' => false,
            ])
            ->add('benefits', TextareaType::class, $text('Comes with it', 3))
            ->add('interviewQuestions', TextareaType::class, $text('Asked in interviews', 3))
            ->add('competencies', CollectionType::class, [
                'label' => 'Competencies', 'entry_type' => CompetencyType::class, 'allow_add' => true,
            ])
            ->add('description', TextareaType::class, [
                'label' => 'Description', 'required' => false,
                'attr' => ['class' => 'bf prose', 'rows' => 14, 'data-rich' => ''],
            ])
            ->add('note', TextType::class, [
                'label' => 'What changed and why', 'required' => false,
                'attr' => ['class' => 'auto flex-grow-1', 'maxlength' => 300],
            ])
            ->add('version', HiddenType::class);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['data_class' => ProfileInput::class])->setRequired('families');
    }
}
