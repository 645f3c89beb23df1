<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\OffersAsked;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Offers that people are asked to agree to. */
final readonly class AskedOffers implements OffersAsked
{
    public function __construct(private Db $db, private UrlGeneratorInterface $urls)
    {
    }

    public function composer(int $offer): int
    {
        return $this->row($offer)->int('composed_by');
    }

    public function address(int $offer, int $number): string
    {
        $at = ['number' => $number, 'application' => $this->row($offer)->int('application_id')];

        return $this->urls->generate('offer', $at, UrlGeneratorInterface::ABSOLUTE_URL);
    }

    private function row(int $offer): Record
    {
        return $this->db->row('SELECT composed_by, application_id FROM offer WHERE id = :id', ['id' => $offer])
            ?? throw new \LogicException('No such offer.');
    }
}
