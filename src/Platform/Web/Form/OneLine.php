<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

use Symfony\Component\Form\AbstractTypeExtension;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;

/** A field of one line sends one line: breaks and other control characters, which only programs send, become spaces. */
final class OneLine extends AbstractTypeExtension
{
    public static function getExtendedTypes(): iterable
    {
        return [TextType::class];
    }

    public static function of(string $typed): string
    {
        return trim((string) preg_replace('/\p{Cc}+/u', ' ', $typed));
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        if ($builder->getType()->getInnerType() instanceof TextareaType) {
            return;
        }
        $builder->addEventListener(FormEvents::PRE_SUBMIT, static function (FormEvent $event): void {
            $typed = $event->getData();
            if (\is_string($typed)) {
                $event->setData(self::of($typed));
            }
        });
    }
}
