<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Writing\Checker;
use Jorvent\Core\Writing\Draft;
use Jorvent\Core\Writing\Drafter;
use Jorvent\Core\Writing\Passage;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Read\BriefFacts;

/**
 * Helps with a brief's description: what to look at again, a first draft from what is known, and the prompt for a text
 * service.
 */
final readonly class Writing
{
    private const INSTRUCTION = 'You write job descriptions for %s. Use only the facts given. Plain words, '
        .'short sentences, "you". No superlatives, no words about age, sex, origin or family. Blocks with a short '
        .'heading on a line of its own, an empty line between blocks.';
    private const EDUCATION = [
        'upper_secondary' => 'Upper secondary school',
        'vocational' => 'Vocational training',
        'bachelor' => 'A bachelor’s degree',
        'master' => 'A master’s degree',
        'doctorate' => 'A doctorate',
    ];

    public function __construct(
        private TextLimits $limits,
        private CurrentPay $currentPay,
        private Identities $identities,
        private ProfileQuery $profiles,
        private SiteQuery $sites,
        private BriefFacts $facts,
    ) {
    }

    /** What a text service is told of how it writes, before what it writes of. */
    public function instruction(): string
    {
        return \sprintf(self::INSTRUCTION, $this->identities->get()->name);
    }

    /** @return list<Passage> */
    public function findings(Brief $brief): array
    {
        preg_match_all('#<h[23]>(.*?)</h[23]>#s', $brief->job->description, $headings);

        return (new Checker())->check(new Draft(
            RichText::plain($brief->job->description),
            array_map(static fn (string $h): string => html_entity_decode(strip_tags($h)), $headings[1]),
            $brief->wants->musts,
            null !== $brief->pay->from(),
            '' !== $this->city($brief),
            $brief->place->country ?? '',
            boards: $this->limits->words(),
            noCurrentPay: $this->currentPay->notAsked(),
        ));
    }

    /** @return list<array{heading: string, text: string, items: list<string>}> */
    public function draft(Brief $brief, ?int $profile, string $words): array
    {
        return (new Drafter())->compose($this->known($brief, $profile), $words);
    }

    /** @param string $words what someone typed about the job themselves */
    public function prompt(Brief $brief, ?int $profile, string $words): string
    {
        $known = $this->known($brief, $profile);
        $lines = [
            'Title' => $known['title'],
            'Department' => $known['department'].', '.$known['city'],
            'Must have' => implode(', ', $known['musts']),
            'Would be glad of' => implode(', ', $known['wishes']),
            'Years' => null === $known['yearsFrom'] ? '' : $known['yearsFrom'].' or more',
            'Education' => $known['education'] ?? '',
            'Pay' => $known['pay'] ?? '',
            'Benefits' => implode('; ', $known['benefits']),
            'In short' => $known['summary'],
            'In their own words' => $words,
        ];
        $said = [];
        foreach (array_filter($lines, static fn (string $line): bool => '' !== $line) as $label => $line) {
            $said[] = $label.': '.$line;
        }

        return implode("\n", $said);
    }

    /**
     * @return array{
     *     title: string, department: string, city: string, musts: list<string>, wishes: list<string>,
     *     yearsFrom: int|null, education: string|null, benefits: list<string>, pay: string|null, share: int,
     *     months: int|null, remote: string, summary: string, positions: int,
     * }
     */
    private function known(Brief $brief, ?int $profile): array
    {
        return [
            'title' => $brief->job->title,
            'department' => $this->facts->headcount($brief->place->unit)->unit,
            'city' => $this->city($brief),
            'musts' => $brief->wants->musts,
            'wishes' => $brief->wants->wishes,
            'yearsFrom' => $brief->wants->yearsFrom,
            'education' => self::EDUCATION[$brief->wants->education ?? ''] ?? null,
            'benefits' => $brief->pay->benefits,
            'pay' => self::pay($brief->pay),
            'share' => $brief->pay->terms()->share,
            'months' => $brief->time->months,
            'remote' => $brief->place->remote->value,
            'summary' => null === $profile ? '' : $this->profiles->head($profile)->content->summary ?? '',
            'positions' => $brief->job->positions ?? 1,
        ];
    }

    private static function pay(Pay $pay): ?string
    {
        [$from, $to] = [$pay->from(), $pay->to()];
        if (null === $from || null === $to) {
            return null;
        }
        $amount = static fn (Money $money): string => number_format($money->units(), 0, '.', ' ');
        $each = match ($pay->terms()->frequency) {
            Frequency::Year => 'a year',
            Frequency::Month => 'a month',
            Frequency::Hour => 'an hour',
        };

        return \sprintf('%s %s to %s %s', $pay->currency, $amount($from), $amount($to), $each);
    }

    private function city(Brief $brief): string
    {
        return $this->sites->facts($brief->place->site)->place->city ?? '';
    }
}
