<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Town;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What searches of a day are held against: its rates, the gazetteer, how people answer. */
final class SearchContext
{
    private const TOWN_SECONDS = 600;

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
        // towns come with a migration alone; between requests they are kept
        $keeps = \function_exists('apcu_enabled') && apcu_enabled();
        $gazetteer = $keeps ? apcu_fetch('towns') : null;
        $row = $this->db->planned(
            'SELECT (SELECT json_object_agg(currency, trim_scale(per_euro)::text) FROM (SELECT DISTINCT ON (currency) currency, per_euro FROM exchange_rate WHERE day <= :day ORDER BY currency, day DESC) x)::text AS rates, (SELECT percent FROM answer_chance ORDER BY learned_on DESC LIMIT 1)::text AS chance,
                CASE WHEN CAST(:towns AS boolean) THEN (SELECT json_agg(json_build_array(names, country, latitude, longitude, people)) FROM town)::text END AS towns', ['day' => $day->format('Y-m-d'), 'towns' => $gazetteer instanceof Gazetteer ? 'f' : 't'])[0] ?? throw new \LogicException('There is always a row.');
        if (!$gazetteer instanceof Gazetteer) {
            $gazetteer = new Gazetteer(self::towns($row));
            if ($keeps) {
                apcu_store('towns', $gazetteer, self::TOWN_SECONDS);
            }
        }
        $rates = ['EUR' => ExchangeRate::SCALE];
        foreach ($row->json('rates') as $currency => $rate) {
            $parsed = \is_string($rate) ? ExchangeRate::parse($rate) : null;
            if (null !== $parsed) {
                $rates[(string) $currency] = $parsed;
            }
        }

        return new Context($day, $rates, $gazetteer, null === $row->strOrNull('chance') ? AnswerChance::unlearned() : AnswerChance::fromArray($row->json('chance')));
    }

    /** @return list<Town> */
    private static function towns(Record $row): array
    {
        $towns = [];
        foreach ($row->objects('towns') as $t) {
            [$names, $country, $latitude, $longitude, $people] = array_values($t) + [[], '', 0, 0, 0];
            $names = array_values(array_filter(\is_array($names) ? $names : [], is_string(...)));
            if ([] !== $names) {
                $towns[] = new Town($names, \is_string($country) ? $country : '', is_numeric($latitude) ? (float) $latitude : 0.0, is_numeric($longitude) ? (float) $longitude : 0.0, is_numeric($people) ? (int) $people : 0);
            }
        }

        return $towns;
    }
}
