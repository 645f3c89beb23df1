<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Read\DueQuery;
use Jorvent\Adverts\Repository\BoardRepository;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * What stands for a board that fetches: one XML document under the board's own names. What it has fetched is up, what
 * is no longer in it is down.
 */
final readonly class OpeningFeed
{
    private const UNPRINTABLE = '/[\x00-\x08\x0B\x0C\x0E-\x1F]/';

    public function __construct(
        private Db $db,
        private DueQuery $due,
        private PostingRepository $postings,
        private BoardRepository $boards,
        private AdvertQuery $adverts,
        private TrackedAddress $addresses,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function fetch(Board $board): string
    {
        return $this->db->transaction(function () use ($board): string {
            $now = $this->clock->now();
            $xml = new \XMLWriter();
            $xml->openMemory();
            $xml->startDocument('1.0', 'UTF-8');
            $xml->startElement('openings');
            $xml->writeAttribute('made', $now->format('Y-m-d\TH:i:s\Z'));
            foreach ($this->postings->some($this->due->fetched($board->key)) as $posting) {
                $this->write($xml, $board, $posting);
            }
            $xml->endElement();
            $xml->endDocument();
            $this->boards->health($board->key)->fetched($now);

            return $xml->outputMemory();
        });
    }

    private function write(\XMLWriter $xml, Board $board, Posting $posting): void
    {
        $advert = $this->adverts->of($posting->requisitionId, $posting->locale());
        $outgoing = new Outgoing($posting->code, $advert, $this->addresses->of($posting), $posting->until());
        $xml->startElement('opening');
        foreach ($outgoing->fields($board) as $name => $value) {
            $xml->writeElement($name, (string) preg_replace(self::UNPRINTABLE, '', (string) $value));
        }
        $xml->endElement();
        $isNew = PostingState::Live !== $posting->state();
        $posting->sent(new Receipt($posting->code, null, true), $advert, $posting->until());
        if ($isNew) {
            $posting->putUp($this->clock->now());
            $this->log->record(
                'advert.live', 'posting', $posting->id, $posting->requisitionId, change: ['board' => $board->key],
            );
        }
    }
}
