<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Adverts\Boards;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Writing\Checker;
use Jorvent\Core\Writing\Draft;
use Jorvent\Core\Writing\Drafter;
use Jorvent\Core\Writing\Passage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Text\RichText;

/** Helps with a brief's description: what to look at again, a first draft from what is known, and the prompt for a text service. */
final readonly class Writing
{
    private const INSTRUCTION = 'You write job descriptions for %s. Use only the facts given. Plain words, '
        .'short sentences, "you". No superlatives, no words about age, sex, origin or family. Blocks with a short '
        .'heading on a line of its own, an empty line between blocks.';
    private const EDUCATION = ['upper_secondary' => 'Upper secondary school', 'vocational' => 'Vocational training', 'bachelor' => 'A bachelor’s degree', 'master' => 'A master’s degree', 'doctorate' => 'A doctorate'];

    public function __construct(
        private Db $db,
        private Boards $boards,
        private TextServiceStore $service,
        private Identities $identities,
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
        preg_match_all('#<h[23]>(.*?)</h[23]>#s', $brief->description, $m);
        $limits = [];
        foreach ($this->boards->all() as $board) {
            $limits[$board->name] = [$board->rules->minWords, $board->rules->maxWords];
        }

        return (new Checker())->check(new Draft(
            RichText::plain($brief->description), array_map(static fn (string $h): string => html_entity_decode(strip_tags($h)), $m[1]), $brief->musts, null !== $brief->payFrom, '' !== $this->city($brief), $brief->country ?? '',
            boards: $limits, noCurrentPay: $this->service->countriesWithoutCurrentPay(),
        ));
    }

    /** @return list<array{heading: string, text: string, items: list<string>}> */
    public function draft(Brief $brief, ?int $profile, string $words): array
    {
        return (new Drafter())->compose($this->known($brief, $profile), $words);
    }

    public function prompt(Brief $brief, ?int $profile, string $words): string
    {
        $k = $this->known($brief, $profile);
        $lines = ['Title: '.$k['title'], 'Department: '.$k['department'].', '.$k['city'], 'Must have: '.implode(', ', $k['musts']), 'Would be glad of: '.implode(', ', $k['wishes']), null === $k['yearsFrom'] ? '' : 'Years: '.$k['yearsFrom'].' or more', null === $k['education'] ? '' : 'Education: '.$k['education'], null === $k['pay'] ? '' : 'Pay: '.$k['pay'], [] === $k['benefits'] ? '' : 'Benefits: '.implode('; ', $k['benefits']), '' === $k['summary'] ? '' : 'In short: '.$k['summary'], '' === $words ? '' : 'In their own words: '.$words];

        return implode("\n", array_filter($lines, static fn (string $l): bool => '' !== $l));
    }

    /** @return array{title: string, department: string, city: string, musts: list<string>, wishes: list<string>, yearsFrom: int|null, education: string|null, benefits: list<string>, pay: string|null, share: int, months: int|null, remote: string, summary: string, positions: int} */
    private function known(Brief $brief, ?int $profile): array
    {
        $amount = static fn (Money $m): string => number_format($m->units(), 0, '.', ' ');

        return [
            'title' => $brief->title, 'department' => $this->db->row('SELECT name FROM unit_place WHERE id = :id', ['id' => $brief->unit])?->str('name') ?? '', 'city' => $this->city($brief), 'musts' => $brief->musts, 'wishes' => $brief->wishes, 'yearsFrom' => $brief->yearsFrom,
            'education' => null === $brief->education ? null : self::EDUCATION[$brief->education] ?? null, 'benefits' => $brief->benefits, 'pay' => null === $brief->payFrom || null === $brief->payTo ? null : \sprintf('%s %s to %s %s', $brief->currency, $amount($brief->payFrom), $amount($brief->payTo), ['year' => 'a year', 'month' => 'a month', 'hour' => 'an hour'][$brief->pay->frequency->value]),
            'share' => $brief->pay->share, 'months' => $brief->months, 'remote' => $brief->remote, 'summary' => null === $profile ? '' : $this->db->row('SELECT summary FROM profile_now WHERE id = :id', ['id' => $profile])?->str('summary') ?? '', 'positions' => $brief->positions ?? 1,
        ];
    }

    private function city(Brief $brief): string
    {
        return $this->db->row('SELECT city FROM site_place WHERE id = :id', ['id' => $brief->site])?->str('city') ?? '';
    }
}
