<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\PayNotAsked;

/** In which countries nobody may be asked what they earn now. An admin sets it. */
final readonly class CurrentPay
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ActivityLog $log)
    {
    }

    /** @return list<string> countries, two letters each */
    public function notAsked(): array
    {
        return array_map(
            static fn (PayNotAsked $one): string => $one->country,
            $this->entities->getRepository(PayNotAsked::class)->findBy([], ['country' => 'ASC']),
        );
    }

    /** @param list<string> $countries instead of those that stand */
    public function setNotAsked(array $countries): void
    {
        $countries = array_values(array_unique(array_map(strtoupper(...), $countries)));
        $this->db->transaction(function () use ($countries): void {
            foreach ($this->entities->getRepository(PayNotAsked::class)->findAll() as $one) {
                if (!\in_array($one->country, $countries, true)) {
                    $this->entities->remove($one);
                }
            }
            foreach (array_diff($countries, $this->notAsked()) as $country) {
                $this->entities->persist(new PayNotAsked($country));
            }
            $change = ['countries' => implode(', ', $countries)];
            $this->log->record('text_service.countries', 'text_service', 1, change: $change);
        });
    }
}
