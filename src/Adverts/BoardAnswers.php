<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What boards say later, of what they took first: it is up now, or it is not taken after all. */
final readonly class BoardAnswers
{
    public function __construct(private Db $db, private Boards $boards, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @param string $signature the hex SHA-256 HMAC of the body under the board's key */
    public function take(string $key, string $body, string $signature): void
    {
        $secret = ($this->boards->all()[$key] ?? null)?->secret;
        if (null === $secret || '' === $secret || !hash_equals(hash_hmac('sha256', $body, $secret), $signature)) {
            throw Refused::because('signature_wrong');
        }
        $said = json_decode($body, true);
        $code = \is_array($said) ? ($said['reference'] ?? null) : null;
        $state = \is_array($said) ? ($said['state'] ?? null) : null;
        if (!\is_string($code) || !\in_array($state, ['live', 'refused', 'ended'], true)) {
            throw Refused::because('answer_unreadable');
        }
        $this->db->transaction(function () use ($key, $code, $state, $said): void {
            $row = $this->db->row('SELECT id, requisition_id, state FROM posting WHERE board = :b AND code = :c FOR UPDATE', ['b' => $key, 'c' => $code]) ?? throw Refused::because('missing');
            if (!\in_array($row->str('state'), ['waiting', 'asked', 'live', 'paused'], true) || $row->str('state') === $state) {
                return; // said before, or no longer of any weight
            }
            $reason = \is_string($said['reason'] ?? null) ? mb_substr(mb_scrub($said['reason']), 0, 300) : null;
            $url = \is_string($said['url'] ?? null) && 1 === preg_match('#^https?://[^\s]+$#', $said['url']) ? $said['url'] : null;
            $this->db->execute("UPDATE posting SET state = :s, reason = :why, external_url = coalesce(:url, external_url), live_at = CASE WHEN :s = 'live' THEN coalesce(live_at, :now) ELSE live_at END, ended_at = CASE WHEN :s <> 'live' THEN CAST(:now AS timestamptz) END WHERE id = :id", ['s' => $state, 'why' => 'refused' === $state ? $reason : null, 'url' => $url, 'now' => $this->clock->now(), 'id' => $row->int('id')]);
            $this->log->record(['live' => 'advert.live', 'refused' => 'advert.refused', 'ended' => 'advert.ended'][$state], 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $key, 'reason' => $reason]);
        });
    }
}
