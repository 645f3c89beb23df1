<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Jorvent\Core\Shared\Refused;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormInterface;

/** Puts what Core refuses at the fields of a form; what belongs to none of them at the whole of it. */
final class FormRefusals
{
    /** @param FormInterface<covariant mixed> $form */
    public static function put(FormInterface $form, Refused $refused): void
    {
        foreach ($refused->refusals as $refusal) {
            $parameters = [];
            foreach ($refusal->data as $name => $value) {
                $parameters['%'.$name.'%'] = $value;
            }
            $error = new FormError('refusal.'.$refusal->code, 'refusal.'.$refusal->code, $parameters);
            self::at($form, $refusal->field)->addError($error);
        }
    }

    /**
     * @param FormInterface<covariant mixed> $form
     * @param string               $field names of children with dots between
     *
     * @return FormInterface<covariant mixed>
     */
    private static function at(FormInterface $form, string $field): FormInterface
    {
        foreach (explode('.', $field) as $name) {
            if (!$form->has($name)) {
                return $form;
            }
            $form = $form->get($name);
        }

        return $form;
    }
}
