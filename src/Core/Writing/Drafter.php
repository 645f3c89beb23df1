<?php

declare(strict_types=1);

namespace Jorvent\Core\Writing;

/** Composes a description from what the brief knows and a few words of the person, without a network: plain blocks that read as one text and claim nothing that was not given. */
final class Drafter
{
    /**
     * @param array{title: string, department: string, city: string, musts: list<string>, wishes: list<string>, yearsFrom: int|null, education: string|null, benefits: list<string>, pay: string|null, share: int, months: int|null, remote: string, summary: string, positions: int} $known
     * @param string                                                                                                                                                                                                                                                                  $words what the person added, a line or a few
     *
     * @return list<array{heading: string, text: string, items: list<string>}> blocks, each of which can be taken alone
     */
    public function compose(array $known, string $words): array
    {
        $own = array_values(array_filter(array_map(static fn (string $s): string => rtrim(trim($s), '.;,'), preg_split('/[\n;]+|\.\s+/u', $words) ?: []), static fn (string $s): bool => '' !== $s));
        $do = [];
        $do[] = \sprintf('As %s you work in %s, %s.', $this->lower($known['title']), $known['department'], $known['city']);
        if ('' !== $known['summary']) {
            $do[] = rtrim($known['summary'], '.').'.';
        }
        foreach ($own as $sentence) {
            $do[] = mb_strtoupper(mb_substr($sentence, 0, 1)).mb_substr($sentence, 1).'.';
        }
        if ($known['positions'] > 1) {
            $do[] = \sprintf('We are looking for %d people.', $known['positions']);
        }
        $bring = [];
        if (null !== $known['yearsFrom'] && $known['yearsFrom'] > 0) {
            $bring[] = 1 === $known['yearsFrom'] ? 'About a year of such work behind you' : \sprintf('About %d years of such work behind you', $known['yearsFrom']);
        }
        if (null !== $known['education']) {
            $bring[] = $known['education'].', or the same learned in practice';
        }
        $get = [];
        if (null !== $known['pay']) {
            $get[] = $known['pay'];
        }
        if ($known['share'] < 100) {
            $get[] = \sprintf('%d %% of full time', $known['share']);
        }
        if (null !== $known['months']) {
            $get[] = \sprintf('A contract of %d months', $known['months']);
        }
        if ('no' !== $known['remote']) {
            $get[] = 'fully' === $known['remote'] ? 'Work from home' : 'Some of the work from home';
        }

        return array_values(array_filter([
            ['heading' => 'What you will do', 'text' => implode(' ', $do), 'items' => []],
            ['heading' => 'What you bring', 'text' => [] === $known['musts'] && [] === $bring ? '' : 'You need:', 'items' => [...$known['musts'], ...$bring]],
            [] === $known['wishes'] ? null : ['heading' => 'What we would be glad of', 'text' => 'None of these is needed to apply:', 'items' => $known['wishes']],
            [] === $get && [] === $known['benefits'] ? null : ['heading' => 'What you get', 'text' => '', 'items' => [...$get, ...$known['benefits']]],
        ], static fn (?array $block): bool => null !== $block && ('' !== $block['text'] || [] !== $block['items'])));
    }

    /** "Marine Electrician" in the middle of a sentence; words of capitals stay. */
    private function lower(string $title): string
    {
        return implode(' ', array_map(static fn (string $w): string => mb_strtoupper($w) === $w ? $w : mb_strtolower(mb_substr($w, 0, 1)).mb_substr($w, 1), explode(' ', $title)));
    }
}
