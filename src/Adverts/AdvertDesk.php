<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Message\TellBoard;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Requisitions\Read\FactsQuery;
use Psr\Clock\ClockInterface;

/** Everything that is done with postings. A wish is written down here and carried to the board by the worker (PostingCarrier); our own site follows at once. */
final readonly class AdvertDesk
{
    /** States in which an advert is up or on its way. */
    public const ON = "('planned', 'waiting', 'asked', 'live', 'paused')";

    public function __construct(private Db $db, private FactsQuery $requisitions, private ClockInterface $clock, private ActivityLog $log, private Deliveries $deliveries, private Boards $boards, private AdvertTexts $texts, private AdvertFigures $figures, private Costs $costs)
    {
    }

    /**
     * Puts an advert up in several places, all or none. Every rule of every place is asked first.
     *
     * @param list<string>            $places      keys of boards
     * @param \DateTimeImmutable|null $insideUntil for colleagues alone through that day, on our own site; boards would not keep it inside
     */
    public function publish(int $requisitionId, array $places, ?\DateTimeImmutable $from, ?\DateTimeImmutable $until, ?Money $budget = null, string $locale = 'en', ?\DateTimeImmutable $insideUntil = null): void
    {
        $boards = $this->boards->all();
        $today = $this->clock->now()->setTime(0, 0);
        $from = null !== $from && $from > $today ? $from : null;
        Refused::unlessEmpty(array_values(array_filter([
            [] === $places ? new Refusal('place', 'no_place_chosen') : null, [] === array_diff($places, array_keys($boards)) ? null : new Refusal('place', 'missing'), null !== $until && $until < ($from ?? $today) ? new Refusal('until', 'ends_before_it_begins') : null,
            null !== $insideUntil && ([Boards::CAREERS] !== $places || $insideUntil < $today || (null !== $until && $insideUntil >= $until)) ? new Refusal('inside', 'inside_wrong') : null,
            null !== $budget && !$budget->isPositive() ? new Refusal('budget', 'budget_not_positive') : null, \in_array($locale, AdvertTexts::LOCALES, true) ? null : new Refusal('locale', 'not_offered'),
        ])));
        $this->db->transaction(function () use ($requisitionId, $places, $boards, $from, $until, $budget, $locale, $today, $insideUntil): void {
            $requisition = $this->requisitions->held($requisitionId);
            if (!$requisition->isApproved()) {
                throw Refused::because('not_approved');
            }
            $advert = $this->texts->advert($requisitionId, $locale);
            Refused::unlessEmpty($this->failures(array_intersect_key($boards, array_flip($places)), $advert, $from ?? $today, $until));
            foreach (array_unique($places) as $place) {
                $this->begin($requisitionId, $boards[$place], $from, $until, $budget, $locale, $insideUntil);
            }
        });
    }

    /** What our own site has is changed at once, so only what boards show can be stale: it is sent anew. */
    public function update(int $requisitionId, ?int $posting = null): int
    {
        return $this->db->transaction(function () use ($requisitionId, $posting): int {
            $sent = 0;
            foreach ($this->lock($requisitionId, $posting, "('asked', 'live', 'paused')") as $row) {
                $advert = $this->texts->advert($requisitionId, $row->str('locale'));
                $board = $this->boards->one($row->str('board'));
                if ('own' === $board->shape || $advert->fingerprint() === $row->strOrNull('sent_hash')) {
                    continue;
                }
                Refused::unlessEmpty($this->failures([$board->key => $board], $advert, $row->instantOrNull('live_at') ?? $this->clock->now(), $row->instantOrNull('until')));
                $this->db->execute('UPDATE posting SET sent_hash = NULL WHERE id = :id', ['id' => $row->int('id')]);
                $this->wish($row, 'live' === $row->str('want') ? 'live' : 'paused', 'advert.updated');
                ++$sent;
            }

            return $sent;
        });
    }

    public function pause(int $requisitionId, int $posting): void
    {
        $this->one($requisitionId, $posting, fn (Record $row) => $this->wish($row, 'paused', 'advert.paused'));
    }

    public function resume(int $requisitionId, int $posting): void
    {
        $this->one($requisitionId, $posting, function (Record $row) use ($requisitionId): void {
            $this->approved($requisitionId);
            if ($this->spent($this->figures->one($row->int('id')) ?? $row)) {
                throw Refused::because('budget_used');
            }
            $this->wish($row, 'live', 'advert.resumed');
        });
    }

    /** Another budget; what rested because the old one was used up is put up again by hand. */
    public function budget(int $requisitionId, int $posting, ?Money $budget): void
    {
        if (null !== $budget && !$budget->isPositive()) {
            throw Refused::because('budget_not_positive', 'budget');
        }
        $this->one($requisitionId, $posting, function (Record $row) use ($budget): void {
            $this->db->execute('UPDATE posting SET budget = :b, budget_currency = :c WHERE id = :id', ['b' => $budget?->minor, 'c' => $budget?->currency, 'id' => $row->int('id')]);
            $this->log->record('advert.budget_set', 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $row->str('board'), 'budget' => $budget?->minor, 'currency' => $budget?->currency]);
        });
    }

    /** Lets those rest whose budget is used up. */
    public function restSpent(): int
    {
        $rested = 0;
        foreach (array_filter($this->figures->budgeted(), $this->spent(...)) as $posting) {
            $this->db->transaction(function () use ($posting, &$rested): void {
                foreach ($this->lock($posting->int('requisition_id'), $posting->int('id'), "('live')") as $row) {
                    $this->wish($row, 'paused', 'advert.budget_used');
                    ++$rested;
                }
            });
        }

        return $rested;
    }

    /** @param Record $posting with its figures */
    private function spent(Record $posting): bool
    {
        $limit = $posting->intOrNull('budget');
        if (null === $limit) {
            return false;
        }
        $cost = $this->costs->of([$posting])[$posting->int('id')]['cost'] ?? null;
        $budget = $this->costs->euro(new Money($limit, $posting->str('budget_currency')));

        return null !== $cost && null !== $budget && $cost->compare($budget) >= 0;
    }

    /** For longer: a board that charges for a posting charges once more. */
    public function renew(int $requisitionId, int $posting, ?\DateTimeImmutable $until): void
    {
        $this->one($requisitionId, $posting, function (Record $row) use ($requisitionId, $until): void {
            $this->approved($requisitionId);
            $old = $row->instantOrNull('until');
            if (null === $until || (null !== $old && $until <= $old)) {
                throw Refused::because('renewal_not_later', 'until');
            }
            $board = $this->boards->one($row->str('board'));
            Refused::unlessEmpty($this->failures([$board->key => $board], $this->texts->advert($requisitionId, $row->str('locale')), $this->clock->now()->setTime(0, 0), $until));
            $this->db->execute('UPDATE posting SET until = :u, runs = runs + 1 WHERE id = :id', ['u' => $until, 'id' => $row->int('id')]);
            $this->wish($row, 'live' === $row->str('want') ? 'live' : 'paused', 'advert.renewed', ['until' => $until->format('Y-m-d')]);
        });
    }

    /** @param int|null $posting null for all of the requisition; run inside the caller's transaction or its own */
    public function withdraw(int $requisitionId, ?int $posting = null): void
    {
        $this->db->transaction(function () use ($requisitionId, $posting): void {
            foreach ($this->lock($requisitionId, $posting, self::ON) as $row) {
                $this->wish($row, 'down', 'advert.withdrawn');
            }
        });
    }

    /**
     * The whole of one posting's life.
     *
     * @return list<Record> newest first
     */
    public function history(int $requisition, int $posting): array
    {
        return $this->db->rows("SELECT a.at, a.act, a.actor_kind, ac.name AS actor, a.change || coalesce(v.content -> 'texts', '{}') AS change FROM activity a LEFT JOIN personal_value v ON v.id = a.personal_id LEFT JOIN account ac ON ac.id = a.actor_id WHERE a.subject_kind = 'posting' AND a.subject_id = :p AND a.requisition_id = :r ORDER BY a.id DESC LIMIT 40", ['p' => $posting, 'r' => $requisition]);
    }

    /**
     * @param array<string, Board> $boards
     *
     * @return list<Refusal>
     */
    private function failures(array $boards, Advert $advert, \DateTimeImmutable $from, ?\DateTimeImmutable $until): array
    {
        $today = $this->clock->now()->setTime(0, 0);
        $failures = [];
        foreach ($boards as $board) {
            $failed = $board->rules->refuse($advert, $today, null === $until ? null : self::days($from, $until));
            if ([] !== $failed) {
                $failures[] = new Refusal('place', 'rules_failed_there', ['board' => $board->name, 'count' => \count($failed), 'field' => $failed[0]->field]);
            }
        }

        return $failures;
    }

    public static function days(\DateTimeImmutable $from, \DateTimeImmutable $until): int
    {
        return intdiv($until->setTime(0, 0)->getTimestamp() - $from->setTime(0, 0)->getTimestamp(), 86400) + 1;
    }

    private function begin(int $requisition, Board $board, ?\DateTimeImmutable $from, ?\DateTimeImmutable $until, ?Money $budget, string $locale, ?\DateTimeImmutable $insideUntil): void
    {
        if (0 !== $this->db->int('SELECT count(*) FROM posting WHERE requisition_id = :r AND board = :b AND locale = :l AND state IN '.self::ON, ['r' => $requisition, 'b' => $board->key, 'l' => $locale])) {
            throw Refused::because('already_posted', 'place', ['board' => $board->name]);
        }
        $now = $this->clock->now();
        if (null !== $board->price->quota && $board->price->quota <= $this->db->int("SELECT count(*) FROM posting WHERE board = :b AND state <> 'refused' AND asked_at >= :month", ['b' => $board->key, 'month' => $now->modify('first day of this month')->setTime(0, 0)])) {
            throw Refused::because('quota_used', 'place', ['board' => $board->name, 'quota' => $board->price->quota]);
        }
        $own = 'own' === $board->shape;
        $state = null !== $from ? PostingState::Planned : ($own ? PostingState::Live : PostingState::Waiting);
        $code = substr(bin2hex(random_bytes(6)), 0, 10);
        $id = $this->db->insert('posting', [
            'requisition_id' => $requisition, 'board' => $board->key, 'code' => $code, 'state' => $state->value, 'from_on' => $from, 'until' => $until, 'locale' => $locale, 'asked_at' => $now, 'live_at' => PostingState::Live === $state ? $now : null,
            'inside_until' => $insideUntil, 'budget' => $budget?->minor, 'budget_currency' => $budget?->currency,
        ]);
        if (PostingState::Waiting === $state) {
            $this->deliveries->add(new TellBoard($id), 'posting-'.$code.'-1', new About('posting', $id, $requisition));
        }
        $this->log->record('advert.posted', 'posting', $id, $requisition, change: ['board' => $board->key, 'from' => $from?->format('Y-m-d'), 'until' => $until?->format('Y-m-d')]);
    }

    /**
     * @param 'live'|'paused'|'down' $want
     * @param array<string, mixed>   $change
     */
    private function wish(Record $row, string $want, string $act, array $change = []): void
    {
        $this->db->execute('UPDATE posting SET want = :w, wishes = wishes + 1, ended_at = CASE WHEN :w = \'down\' THEN CAST(:now AS timestamptz) END WHERE id = :id', ['w' => $want, 'id' => $row->int('id'), 'now' => $this->clock->now()]);
        if (Boards::CAREERS === $row->str('board') || ('planned' === $row->str('state') && 'down' === $want)) {
            $this->db->execute("UPDATE posting SET state = CASE :w WHEN 'down' THEN 'withdrawn' WHEN 'paused' THEN 'paused' ELSE 'live' END WHERE id = :id", ['w' => $want, 'id' => $row->int('id')]);
        } elseif ('planned' !== $row->str('state')) {
            $this->deliveries->drop('posting-'.$row->str('code').'-');
            $key = 'posting-'.$row->str('code').'-'.($row->int('wishes') + 1);
            $this->deliveries->add(new TellBoard($row->int('id')), $key, new About('posting', $row->int('id'), $row->int('requisition_id')));
        }
        $this->log->record($act, 'posting', $row->int('id'), $row->int('requisition_id'), change: ['board' => $row->str('board'), ...$change]);
    }

    private function approved(int $requisition): void
    {
        if (0 === $this->db->int("SELECT count(*) FROM requisition_head WHERE id = :r AND state = 'approved'", ['r' => $requisition])) {
            throw Refused::because('not_approved');
        }
    }

    /** @param callable(Record): void $do */
    private function one(int $requisition, int $posting, callable $do): void
    {
        $this->db->transaction(function () use ($requisition, $posting, $do): void {
            $do($this->lock($requisition, $posting, self::ON)[0] ?? throw Refused::because('missing'));
        });
    }

    /** @return list<Record> */
    private function lock(int $requisition, ?int $posting, string $states): array
    {
        return $this->db->rows("SELECT * FROM posting WHERE requisition_id = :r AND state IN $states AND want <> 'down' AND (:p::int IS NULL OR id = :p) ORDER BY id FOR UPDATE", ['r' => $requisition, 'p' => $posting]);
    }
}
