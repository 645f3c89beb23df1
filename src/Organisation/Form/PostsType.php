<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Organisation\Read\PostRow;
use Jorvent\Platform\Web\Form\OneOfType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Who holds each post of a unit.
 *
 * @extends AbstractType<array<string, \Jorvent\Platform\Web\Form\Choice|null>>
 */
final class PostsType extends AbstractType
{
    public function __construct(private readonly TranslatorInterface $words)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        /** @var list<PostRow> $posts */
        $posts = $options['posts'];
        foreach ($posts as $row) {
            $builder->add($row->post->value, OneOfType::class, [
                'label' => 'post.'.$row->post->value,
                'choices' => $options['people'],
                'required' => false,
                'placeholder' => null === $row->above
                    ? 'nobody'
                    : $this->words->trans('(%name%, from above)', ['%name%' => $row->above]),
            ]);
        }
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired(['posts', 'people']);
    }
}
