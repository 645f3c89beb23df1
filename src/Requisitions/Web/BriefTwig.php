<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\BriefNames;
use Jorvent\Shell\Twig\JorventTwig;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** A field of a brief in words: names for ids, money with its currency. */
final readonly class BriefTwig
{
    private const WORDED = ['employment' => 'brief.employment.', 'remote' => 'brief.remote.', 'education' => 'education.', 'industry' => 'industry.', 'visibility' => 'visibility.', 'frequency' => 'brief.frequency.'];

    public function __construct(private TranslatorInterface $words, private JorventTwig $twig)
    {
    }

    /** @param array<string, array<int, string>> $names as BriefNames gives them */
    #[AsTwigFunction('brief_value')]
    public function value(Brief $brief, string $field, array $names): string
    {
        $value = $brief->toArray()[$field] ?? null;

        return match (true) {
            null === $value || '' === $value || [] === $value => '–',
            isset(BriefNames::TABLES[$field]) => $names[BriefNames::TABLES[$field]][\is_int($value) ? $value : 0] ?? '–',
            isset(self::WORDED[$field]) && \is_string($value) => $this->words->trans(self::WORDED[$field].$value),
            'payFrom' === $field || 'payTo' === $field => $this->twig->money((int) (\is_array($value) ? 0 : $value), $brief->currency),
            'hours' === $field => (string) ($brief->pay->hours / 100), 'share' === $field => $brief->pay->share.' %',
            'description' === $field && \is_string($value) => RichText::plain($value),
            \is_array($value) => implode("\n", $value),
            default => (string) $value,
        };
    }

    /** A field of a profile in words, for comparing versions. */
    #[AsTwigFunction('profile_value')]
    public function profile(mixed $value): string
    {
        if (\is_array($value)) {
            $lines = [];
            foreach ($value as $key => $one) {
                $lines[] = (\is_string($key) ? $key.' ' : '').(\is_array($one) ? implode(' · ', array_map(fn (mixed $x): string => \is_array($x) ? $this->profile($x) : (\is_scalar($x) ? (string) $x : ''), $one)) : (\is_scalar($one) ? (string) $one : ''));
            }

            return implode("\n", $lines);
        }

        return null === $value || '' === $value ? '–' : (\is_string($value) && str_starts_with($value, '<') ? RichText::plain($value) : (\is_scalar($value) ? (string) $value : ''));
    }
}
