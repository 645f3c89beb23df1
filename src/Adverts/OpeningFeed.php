<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** What stands for a board that fetches: one XML document under the board's own names. What it fetched is up, what is no longer in it is down. */
final readonly class OpeningFeed
{
    public function __construct(private Db $db, private ClockInterface $clock, private AdvertTexts $texts, private ActivityLog $log, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
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
            foreach ($this->db->rows("SELECT p.*, r.number FROM posting p JOIN requisition_head r ON r.id = p.requisition_id WHERE p.board = :b AND p.want = 'live' AND p.state IN ('waiting', 'asked', 'live') AND r.state = 'approved' AND (p.until IS NULL OR p.until >= :today) ORDER BY p.id FOR UPDATE OF p", ['b' => $board->key, 'today' => $now->format('Y-m-d')]) as $row) {
                $advert = $this->texts->advert($row->int('requisition_id'), $row->str('locale'));
                $xml->startElement('opening');
                foreach ((new Outgoing($row->str('code'), $advert, $this->url.'/careers/'.$row->int('number').'?via='.$row->str('code'), $row->instantOrNull('until')))->fields($board) as $name => $value) {
                    $xml->writeElement($name, (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', '', (string) $value));
                }
                $xml->endElement();
                $this->db->execute("UPDATE posting SET state = 'live', live_at = coalesce(live_at, :now), external_ref = code, sent_hash = :h, sent_until = until WHERE id = :id", ['now' => $now, 'h' => $advert->fingerprint(), 'id' => $row->int('id')]);
                if ('live' !== $row->str('state')) {
                    $this->log->record('advert.live', 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $board->key]);
                }
            }
            $xml->endElement();
            $xml->endDocument();
            $this->db->execute('UPDATE board SET fetched_at = :now WHERE key = :k', ['now' => $now, 'k' => $board->key]);

            return $xml->outputMemory();
        });
    }
}
