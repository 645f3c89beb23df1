<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** What templates say about people. */
final readonly class PeopleTwig
{
    public function __construct(private TranslatorInterface $words)
    {
    }

    /** Where someone came from: a way of ours in words, or a board or database by its own name. */
    #[AsTwigFunction('source_name')]
    public function sourceName(string $source): string
    {
        $said = $this->words->trans('source.'.$source);

        return 'source.'.$source === $said ? ucfirst($source) : $said;
    }
}
