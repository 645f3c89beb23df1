<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Read\BriefNames;
use Jorvent\Shell\Twig\JorventTwig;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** A field of a brief in words: names for ids, money with its currency. */
final readonly class BriefTwig
{
    /** What the words of a field's values begin with. */
    private const WORDED = [
        'employment' => 'brief.employment.', 'remote' => 'brief.remote.', 'education' => 'education.',
        'industry' => 'industry.', 'visibility' => 'visibility.', 'frequency' => 'brief.frequency.',
    ];

    public function __construct(private TranslatorInterface $words, private JorventTwig $twig)
    {
    }

    /** @param array<string, array<int, string>> $names as BriefNames gives them */
    #[AsTwigFunction('brief_value')]
    public function value(Brief $brief, string $field, array $names): string
    {
        $value = $brief->toArray()[$field] ?? null;
        if (null === $value || '' === $value || [] === $value) {
            return '–';
        }
        if (\is_array($value)) {
            return implode("\n", $value);
        }
        if (\is_int($value)) {
            return $this->number($brief, $field, $value, $names);
        }
        if (isset(self::WORDED[$field])) {
            return $this->words->trans(self::WORDED[$field].$value);
        }

        return 'description' === $field ? RichText::plain($value) : $value;
    }

    /** @param array<string, array<int, string>> $names */
    private function number(Brief $brief, string $field, int $value, array $names): string
    {
        $view = BriefNames::TABLES[$field] ?? null;

        return match (true) {
            null !== $view => $names[$view][$value] ?? '–',
            'payFrom' === $field || 'payTo' === $field => $this->twig->money($value, $brief->pay->currency),
            'hours' === $field => (string) ($value / 100),
            'share' === $field => $value.' %',
            default => (string) $value,
        };
    }
}
