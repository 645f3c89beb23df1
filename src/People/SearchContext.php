<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Town;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What searches of a day are held against: its rates, the gazetteer, how people answer. */
final class SearchContext
{
    /** @var array<string, Context> */
    private array $known = [];

    public function __construct(private readonly Db $db, private readonly ClockInterface $clock)
    {
    }

    public function on(?\DateTimeImmutable $day = null): Context
    {
        $day = ($day ?? $this->clock->now())->setTime(0, 0);

        return $this->known[$day->format('Y-m-d')] ??= $this->read($day);
    }

    private function read(\DateTimeImmutable $day): Context
    {
        $row = $this->db->row(
            'SELECT (SELECT json_object_agg(currency, trim_scale(per_euro)::text) FROM (SELECT DISTINCT ON (currency) currency, per_euro FROM exchange_rate WHERE day <= :day ORDER BY currency, day DESC) x)::text AS rates,
                (SELECT json_agg(json_build_array(names, country, latitude, longitude, people)) FROM town)::text AS towns, (SELECT percent FROM answer_chance ORDER BY learned_on DESC LIMIT 1)::text AS chance', ['day' => $day->format('Y-m-d')]) ?? throw new \LogicException('There is always a row.');
        $rates = ['EUR' => ExchangeRate::SCALE];
        foreach ($row->json('rates') as $currency => $rate) {
            $parsed = \is_string($rate) ? ExchangeRate::parse($rate) : null;
            if (null !== $parsed) {
                $rates[(string) $currency] = $parsed;
            }
        }
        $towns = [];
        foreach ($row->objects('towns') as $t) {
            [$names, $country, $latitude, $longitude, $people] = array_values($t) + [[], '', 0, 0, 0];
            $names = array_values(array_filter(\is_array($names) ? $names : [], is_string(...)));
            if ([] !== $names) {
                $towns[] = new Town($names, \is_string($country) ? $country : '', is_numeric($latitude) ? (float) $latitude : 0.0, is_numeric($longitude) ? (float) $longitude : 0.0, is_numeric($people) ? (int) $people : 0);
            }
        }

        return new Context($day, $rates, new Gazetteer($towns), null === $row->strOrNull('chance') ? AnswerChance::unlearned() : AnswerChance::fromArray($row->json('chance')));
    }
}
