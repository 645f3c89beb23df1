<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Notation;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\When;
use Jorvent\People\SearchForm;
use Jorvent\People\SourcingSettings;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFilter;
use Twig\Attribute\AsTwigFunction;

/** Rows of a search in words. */
final readonly class SearchTwig
{
    public function __construct(private TranslatorInterface $words, private SourcingSettings $settings)
    {
    }

    /** @return array{letters: int, bins: list<array{said: int, came: int, letters: int}>} */
    #[AsTwigFunction('answer_chance')]
    public function chance(): array
    {
        return $this->settings->chance();
    }

    /** What it looks at, and when: "Title, now", "One and the same job, 2015 to 2020". */
    #[AsTwigFilter('criterion_lead')]
    public function lead(Criterion $c): string
    {
        $lead = $this->words->trans('criterion.'.$c->kind->value);
        if (When::Ever !== $c->when) {
            $lead .= ', '.$this->words->trans('when.'.$c->when->value);
        }

        return $c->isBetween() ? $lead.', '.$this->span($c, 'between') : $lead;
    }

    /** What it asks for, where that is no list of values: "4 or more", "within 90 km", "up to NOK 720 000". */
    #[AsTwigFilter('criterion_says')]
    public function says(Criterion $c): string
    {
        $t = fn (string $id, array $with = []): string => $this->words->trans('criterion.says.'.$id, $with);
        $number = static fn (?int $n): string => number_format($n ?? 0, 0, '.', "\u{2009}");
        $says = match ($c->kind) {
            Kind::Years, Kind::Finished => $this->span($c, 'span'),
            Kind::Pay => $t(null === $c->to ? 'pay_from' : (null === $c->from ? 'pay_to' : 'pay_between'), ['%from%' => $number($c->from), '%to%' => $number($c->to), '%currency%' => $c->currency, '%per%' => $this->words->trans('pay.per.'.$c->frequency->value)]),
            Kind::Notice => $t('notice', ['%days%' => $c->to]),
            Kind::FirstDay => $t('first_day', ['%day%' => $c->day]),
            Kind::Level => $t('level', ['%level%' => $this->words->trans('education.'.(array_search(max(1, $c->from ?? 1), Kind::LEVELS, true) ?: 'upper_secondary'))]),
            Kind::Active, Kind::Considers => $t('months', ['%count%' => $c->to ?? 0]),
            Kind::Written => null === $c->to ? $t('ever') : $t('months', ['%count%' => $c->to]),
            Kind::Chance => $t('chance', ['%percent%' => $c->from]),
            Kind::Language => null === $c->from ? '' : $t('level', ['%level%' => array_search($c->from, Kind::LANGUAGE_LEVELS, true) ?: '']),
            Kind::Place => null === $c->km || [] === $c->values ? '' : $t('km', ['%km%' => $c->km]),
            Kind::Certificate => '' === $c->day ? '' : $t('in_force', ['%day%' => $c->day]),
            Kind::OneJob, Kind::OneStudy => '',
            default => '',
        };
        $more = array_filter([$says, $c->moves ? $t('moves') : '', $c->unstated ? $t('unstated') : ''], static fn (string $s): bool => '' !== $s);

        return implode(', ', $more);
    }

    /** One of its values in words. */
    #[AsTwigFunction('criterion_value')]
    public function value(Criterion $c, string $value): string
    {
        $id = match ($c->kind) {
            Kind::Work => 'kinds.work.'.$value, Kind::Industry => 'kinds.employers.'.$value, Kind::Mode => 'mode.'.$value, default => '',
        };

        return match (true) {
            Kind::Language === $c->kind => \Locale::getDisplayLanguage($value, 'en') ?: $value,
            Kind::Permit === $c->kind => \Locale::getDisplayRegion('-'.$value, 'en') ?: $value,
            Kind::Pipeline === $c->kind && 'any' === $value => $this->words->trans('criterion.any_pipeline'),
            Kind::Pipeline === $c->kind || Kind::SetAside === $c->kind => 'R-'.$value,
            '' === $id => $value,
            default => $this->words->trans($id),
        };
    }

    /** @return list<string> what may be chosen for the values of a kind; none where they are free */
    #[AsTwigFunction('search_choices')]
    public function choices(Kind $kind): array
    {
        return SearchForm::choices($kind);
    }

    /** @return list<Kind> what may be tied in one job, in one study */
    #[AsTwigFunction('search_ties')]
    public function ties(Kind $kind): array
    {
        return array_map(Kind::from(...), SearchForm::TIES[$kind->value] ?? []);
    }

    /** The part of a tie that is of a kind; an empty one where it has none. */
    #[AsTwigFunction('search_part')]
    public function part(Criterion $tie, Kind $kind): Criterion
    {
        foreach ($tie->parts as $part) {
            if ($part->kind === $kind) {
                return $part;
            }
        }

        return new Criterion($kind);
    }

    #[AsTwigFunction('search_blank')]
    public function blank(Kind $kind): Criterion
    {
        return new Criterion($kind);
    }

    #[AsTwigFunction('search_untold')]
    public function untold(Kind $kind): bool
    {
        return Judge::canBeUnstated($kind);
    }

    /** @return array<string, list<string>> kinds by group, to add one */
    #[AsTwigFunction('search_kinds')]
    public function kinds(): array
    {
        return [
            'work' => ['one_job', 'title', 'employer', 'work', 'industry', 'years'], 'place' => ['place', 'remote', 'pay', 'notice', 'first_day', 'permit'],
            'learning' => ['one_study', 'level', 'field', 'school', 'mode', 'finished', 'certificate', 'language'], 'contact' => ['active', 'considers', 'chance', 'written', 'barred', 'tag', 'pipeline', 'set_aside'],
        ];
    }

    /** @return array<string, mixed> the address of a search with one value more to have, or to leave out */
    #[AsTwigFunction('search_with')]
    public function with(int $number, Search $search, string $kind, string $value, bool $out): array
    {
        return ['number' => $number, 'q' => $search->text, 'c' => [...$search->lines(), Notation::write(new Criterion(Kind::from($kind), [$value], $out))]];
    }

    /** A row in one line, as text. */
    #[AsTwigFilter('row_words')]
    public function row(mixed $row, bool $tied = false): string
    {
        if (!$row instanceof Criterion) {
            return $row instanceof \Jorvent\Core\Query\Node ? ($row instanceof Not ? $this->words->trans('Does not say').' '.(new Printer())->write($row->node) : $this->words->trans('Says').' '.(new Printer())->write($row)) : '';
        }
        $values = implode(' '.$this->words->trans('or').' ', array_map(fn (string $v): string => $this->value($row, $v), $row->values));
        $parts = implode('; ', array_map(fn (Criterion $p): string => $this->row($p, true), $row->parts));

        return ($row->out ? $this->words->trans('not').' ' : '').($tied && Kind::Years === $row->kind ? $this->words->trans('criterion.years_in_it') : $this->lead($row)).': '.implode(', ', array_filter([$values, $parts, $this->says($row)], static fn (string $s): bool => '' !== $s));
    }

    #[AsTwigFilter('notation')]
    public function notation(Criterion $c): string
    {
        return Notation::write($c);
    }

    private function span(Criterion $c, string $of): string
    {
        return $this->words->trans("criterion.says.$of".(null === $c->from ? '_to' : (null === $c->to ? '_from' : '')), ['%from%' => $c->from, '%to%' => $c->to]);
    }
}
