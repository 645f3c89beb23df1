<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Platform\Database\Record;

/** The seven stations of a process line, of a row that RequisitionQuery reads: a number, a short fact, and a mark. */
final class Stations
{
    /**
     * @param int|null $matching own candidates that the last search finds
     *
     * @return list<Station>
     */
    public static function of(Record $r, ?int $matching): array
    {
        $state = RequisitionState::from($r->str('state'));
        [$applied, $kept, $hired] = [$r->int('applied'), $r->int('kept'), $r->int('hired')];
        [$interviewing, $offering] = [$r->int('interviewing'), $r->int('offering')];
        [$fact, $data, $mark] = self::adverts($r, self::isDone($state));
        $adverts = new Station('adverts', (string) $r->int('live'), $fact, $data, $mark, $applied, 'applied', $applied);
        $found = null === $matching ? '–' : (string) $matching;
        $sourcing = new Station('sourcing', $found, 'sourcing_kept', ['count' => $kept], null, $applied + $kept, 'kept', $kept);
        [$fact, $data, $mark] = self::pipeline($r);
        $further = $interviewing + $offering + $hired;
        $pipeline = new Station(
            'pipeline', (string) $r->int('active'), $fact, $data, $mark, $further, 'in interviews', $interviewing,
        );
        [$fact, $data, $mark] = self::interviews($r);
        $interviews = new Station(
            'interviews', (string) $interviewing, $fact, $data, $mark, $offering + $hired, 'chosen', $offering,
        );
        [$fact, $mark] = self::offer($r->strOrNull('offer_state'));
        $offer = new Station('offer', (string) $offering, $fact, [], $mark, $hired, 'signed', $hired);

        return [self::brief($r, $state), $adverts, $sourcing, $pipeline, $interviews, $offer, self::outcome($r, $state)];
    }

    private static function isDone(RequisitionState $state): bool
    {
        return $state->isUnderWay() || RequisitionState::Filled === $state;
    }

    private static function brief(Record $r, RequisitionState $state): Station
    {
        $approved = ['day' => $r->instantOrNull('approved_at')?->format('j M') ?? ''];
        [$fact, $data, $mark] = match ($state) {
            RequisitionState::OnHold => ['brief_on_hold', [], 'soon'],
            RequisitionState::Cancelled => ['brief_cancelled', [], 'set_aside'],
            RequisitionState::Approved, RequisitionState::Filled => ['brief_approved', $approved, null],
            RequisitionState::Asked => ['brief_asked', ['name' => $r->strOrNull('waits_for') ?? ''], 'needs'],
            RequisitionState::SentBack => ['brief_sent_back', [], 'late'],
            RequisitionState::Declined => ['brief_declined', [], 'set_aside'],
            RequisitionState::Draft => ['brief_draft', [], null],
        };
        $sign = match (true) {
            self::isDone($state) => '✓',
            RequisitionState::Declined === $state => '×',
            default => '…',
        };

        return new Station('brief', $sign, $fact, $data, $mark, 0);
    }

    /** @return array{string, array<string, int>, string|null} */
    private static function adverts(Record $r, bool $done): array
    {
        return match (true) {
            $r->int('troubled') > 0 => ['adverts_troubled', ['count' => $r->int('troubled')], 'late'],
            $r->int('ends_soon') > 0 => ['adverts_ending', ['count' => $r->int('ends_soon')], 'soon'],
            $r->int('live') > 0 => ['adverts_live', [], null],
            default => [$done ? 'adverts_none' : 'adverts_waiting', [], null],
        };
    }

    /** @return array{string, array<string, int>, string|null} */
    private static function pipeline(Record $r): array
    {
        return match (true) {
            $r->int('stopped') > 0 => ['pipeline_stopped', ['count' => $r->int('stopped')], 'late'],
            $r->int('over') > 0 => ['pipeline_over', ['count' => $r->int('over')], 'late'],
            $r->int('active') > 0 => ['pipeline_in_time', [], null],
            default => ['nothing', [], null],
        };
    }

    /** @return array{string, array<string, int>, string|null} */
    private static function interviews(Record $r): array
    {
        return match (true) {
            $r->int('cards_missing') > 0 => ['cards_missing', ['count' => $r->int('cards_missing')], 'soon'],
            $r->int('ahead') > 0 => ['interviews_ahead', ['count' => $r->int('ahead')], null],
            default => ['nothing', [], null],
        };
    }

    /** @return array{string, string|null} */
    private static function offer(?string $state): array
    {
        return match ($state) {
            null => ['nothing', null],
            'asked' => ['offer_asked', 'needs'],
            'agreed' => ['offer_agreed', 'soon'],
            default => ['offer_'.$state, null],
        };
    }

    private static function outcome(Record $r, RequisitionState $state): Station
    {
        $filled = RequisitionState::Filled === $state;
        $day = $filled ? $r->instant('filled_at') : $r->instantOrNull('target_on');
        $fact = match (true) {
            $filled => 'outcome_filled',
            null === $day => 'nothing',
            default => 'outcome_by',
        };
        $number = $r->int('hired').'/'.$r->int('positions');

        return new Station('outcome', $number, $fact, ['day' => $day?->format('j M') ?? ''], null, 0);
    }
}
