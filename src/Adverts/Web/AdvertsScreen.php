<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Cost;
use Jorvent\Adverts\Costs;
use Jorvent\Adverts\Form\PublishInput;
use Jorvent\Adverts\NextSpend;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Adverts\Read\PostingRow;
use Jorvent\Adverts\Usage;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Platform\Delivery\DeliveryQuery;
use Psr\Clock\ClockInterface;

/** Puts together what the adverts of a requisition show. */
final readonly class AdvertsScreen
{
    /** The field of the brief where a rule is mended. */
    private const FIELDS = [
        'description' => 'description', 'title' => 'title', 'pay' => 'payFrom', 'site' => 'unit',
        'category' => 'category', 'remote' => 'remote', 'opened_on' => 'openedOn',
    ];

    public function __construct(
        private PostingQuery $postings,
        private DeliveryQuery $deliveries,
        private Boards $boards,
        private Costs $costs,
        private NextSpend $next,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param array<string, Advert> $adverts by language
     *
     * @return array<string, mixed>
     */
    public function of(int $requisition, array $adverts, AdvertsAsked $asked, PublishInput $typed): array
    {
        $advert = $adverts[$asked->in];
        $rows = $this->postings->ofRequisition($requisition);
        $lines = $this->lines($rows, $adverts);
        $rules = $this->rules($rows, $advert, $typed);
        $sum = $asked->sum();

        return [
            'advert' => $advert,
            'adverts' => $adverts,
            'lines' => $lines,
            'sums' => new PostingSums($lines),
            'rules' => $rules,
            'fields' => self::FIELDS,
            'categories' => Advert::CATEGORIES,
            'sum' => $sum,
            'next' => $this->next->of($advert, $rules->boards, $rules->results, $rows, (float) $sum),
            'visits' => $this->postings->visits($requisition),
        ];
    }

    /**
     * @param list<PostingRow>      $rows
     * @param array<string, Advert> $adverts by language
     *
     * @return list<PostingLine>
     */
    private function lines(array $rows, array $adverts): array
    {
        $today = $this->clock->now()->setTime(0, 0);
        $costs = $this->costs($rows);
        $deliveries = $this->deliveries->last('posting', array_map(static fn (PostingRow $r): int => $r->id, $rows));

        return array_map(static fn (PostingRow $row): PostingLine => new PostingLine(
            posting: $row,
            advert: $adverts[$row->terms->locale] ?? null,
            cost: $costs[$row->id] ?? null,
            delivery: $deliveries[$row->id] ?? null,
            today: $today,
        ), $rows);
    }

    /** @param list<PostingRow> $rows */
    private function rules(array $rows, Advert $advert, PublishInput $typed): RuleTable
    {
        $today = $this->clock->now()->setTime(0, 0);
        $standing = array_filter(
            $rows, static fn (PostingRow $r): bool => $r->isOn() && $advert->locale === $r->terms->locale,
        );
        $until = $typed->until;
        $days = null === $until ? null : PostingTerms::between($typed->from ?? $today, $until);

        return new RuleTable(
            $this->boards->all(), $advert, $today, $days,
            array_values(array_map(static fn (PostingRow $r): string => $r->place->key, $standing)),
        );
    }

    /**
     * @param list<PostingRow> $rows
     *
     * @return array<int, Cost|null> by posting
     */
    private function costs(array $rows): array
    {
        return $this->costs->of(array_map(static fn (PostingRow $row): Usage => $row->yield->usage, $rows));
    }
}
