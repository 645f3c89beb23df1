<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Symfony\Component\Form\DataTransformerInterface;
use Symfony\Component\Form\Exception\TransformationFailedException;

/**
 * Hours of a week as one types them, "37,5", and as they are kept, 3750 hundredths.
 *
 * @implements DataTransformerInterface<int, string>
 */
final readonly class HoursTransformer implements DataTransformerInterface
{
    public function transform(mixed $value): string
    {
        return null === $value ? '' : (string) ($value / 100);
    }

    public function reverseTransform(mixed $value): ?int
    {
        $typed = trim((string) $value);
        if ('' === $typed) {
            return null;
        }
        if (1 !== preg_match('/^(\d{1,2})(?:[.,](\d{1,2}))?$/D', $typed, $m)) {
            throw new TransformationFailedException('Hours are two digits, with up to two decimals.');
        }

        return 100 * (int) $m[1] + (int) str_pad($m[2] ?? '', 2, '0');
    }
}
