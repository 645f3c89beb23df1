<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Symfony\Component\Form\AbstractTypeExtension;
use Symfony\Component\Form\Extension\Core\Type\FormType;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormView;

/** Several forms stand on one page: the ids of their fields begin with what each form is for. */
final class FieldIds extends AbstractTypeExtension
{
    public static function getExtendedTypes(): iterable
    {
        return [FormType::class];
    }

    public function buildView(FormView $view, FormInterface $form, array $options): void
    {
        $root = $view;
        while (null !== $root->parent) {
            $root = $root->parent;
        }
        $prefixes = $root->vars['block_prefixes'] ?? [];
        if ($root === $view || '' !== $root->vars['full_name'] || !\is_array($prefixes) || !\is_string($view->vars['id'])) {
            return;
        }
        // the last is that of the name, which is empty
        $kind = array_values($prefixes)[\count($prefixes) - 2] ?? null;
        $view->vars['id'] = (\is_string($kind) ? $kind : 'form').'-'.$view->vars['id'];
    }
}
