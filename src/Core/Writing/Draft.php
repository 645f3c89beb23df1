<?php

declare(strict_types=1);

namespace Jorvent\Core\Writing;

/** What is checked and what is known beside the text. */
final readonly class Draft
{
    /**
     * @param string       $text      plain, one block a line
     * @param list<string> $headings  of the text
     * @param list<string> $musts
     * @param array<string, array{int|null, int|null}> $boards fewest and most words by board
     * @param list<string> $noCurrentPay countries where current pay may not be asked
     */
    public function __construct(public string $text, public array $headings, public array $musts, public bool $payStated, public bool $placeStated, public string $country, public string $language = 'en', public array $boards = [], public array $noCurrentPay = [])
    {
    }
}
