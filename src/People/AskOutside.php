<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Federation\Translation;
use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Search;
use Jorvent\Outside\ResumeBanks\BankAnswer;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Psr\Clock\ClockInterface;

/**
 * Asks outside databases what a search would find there, each in what it understands; what it does not understand is decided here on the people it sends. Answers are kept for an hour, so that a list can be walked without
 * asking anew; nothing is ever asked unless someone asks.
 *
 * @phpstan-type Outside array{ref: string, bank: string, headline: string, city: string|null, country: string|null, years: float|null, would_move: bool|null, text: string, active_on: string|null, mail: string|null, facts: string, misses: list<int>}
 * @phpstan-type Answer array{asked_at: \DateTimeImmutable, pending: bool, error: string|null, count: int, population: int, left: list<int>, people: list<Outside>}
 */
final readonly class AskOutside
{
    public const SENDS = 75;
    public const MINUTES = 60;

    public function __construct(private Db $db, private ClockInterface $clock, private ResumeBanks $banks, private SearchContext $contexts, private Profiles $profiles)
    {
    }

    /** Asks one, or asks it again for what it was still searching; what went wrong is kept as its answer. */
    public function ask(int $requisition, string $key, Search $search): void
    {
        $bank = $this->banks->get($key);
        $parsed = $search->parsed();
        $rows = self::rows($search);
        if (null === $bank || [] !== $parsed->errors() || [] === $rows) {
            return;
        }
        $question = self::question($search);
        $now = $this->clock->now();
        $this->db->execute('DELETE FROM outside_answer WHERE asked_at < :old', ['old' => $now->modify('-'.self::MINUTES.' minutes')]);
        $ticket = $this->db->row('SELECT ticket FROM outside_answer WHERE requisition_id = :r AND bank = :b AND question = :q', ['r' => $requisition, 'b' => $key, 'q' => $question])?->strOrNull('ticket');
        $translation = Translation::of($rows, $bank->abilities());
        $answer = $error = null;
        try {
            $answer = null === $ticket ? $bank->search($translation->node, $translation->criteria, self::SENDS) : $bank->collect($ticket);
        } catch (NotNow|RefusedByThem $e) {
            $error = $e->getMessage();
        }
        $this->db->execute(
            'INSERT INTO outside_answer (requisition_id, bank, question, asked_at, ticket, error, content) VALUES (:r, :b, :q, :now, :ticket, :error, CAST(:content AS jsonb))
             ON CONFLICT (requisition_id, bank, question) DO UPDATE SET asked_at = excluded.asked_at, ticket = excluded.ticket, error = excluded.error, content = excluded.content',
            ['r' => $requisition, 'b' => $key, 'q' => $question, 'now' => $now, 'ticket' => $answer?->ticket, 'error' => $error, 'content' => null === $answer || null !== $answer->ticket ? null : json_encode($this->content($bank, $rows, $translation, $answer), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE)],
        );
    }

    /** @return array<string, Answer> what was answered to this search, by database; those not asked are not there */
    public function answers(int $requisition, Search $search): array
    {
        $answers = [];
        foreach ($this->db->planned('SELECT bank, asked_at, ticket, error, content FROM outside_answer WHERE requisition_id = :r AND question = :q AND asked_at > CAST(:old AS timestamptz) ORDER BY bank', ['r' => $requisition, 'q' => self::question($search), 'old' => $this->clock->now()->modify('-'.self::MINUTES.' minutes')->format('Y-m-d H:i:s.uP')]) as $row) {
            /** @var array{count?: int, population?: int, left?: list<int>, people?: list<Outside>} $content */
            $content = $row->json('content');
            $answers[$row->str('bank')] = ['asked_at' => $row->instant('asked_at'), 'pending' => null !== $row->strOrNull('ticket'), 'error' => $row->strOrNull('error'), 'count' => $content['count'] ?? 0, 'population' => $content['population'] ?? 0, 'left' => $content['left'] ?? [], 'people' => $content['people'] ?? []];
        }

        return $answers;
    }

    /** @return list<Node|Criterion> */
    public static function rows(Search $search): array
    {
        return \array_slice([...$search->parsed()->conjuncts(), ...$search->criteria], 0, Search::MOST);
    }

    private static function question(Search $search): string
    {
        $printer = new Printer();

        return hash('sha256', json_encode([array_map($printer->write(...), $search->parsed()->conjuncts()), $search->lines()], \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE));
    }

    /**
     * @param list<Node|Criterion> $rows
     *
     * @return array<string, mixed>
     */
    private function content(ResumeBank $bank, array $rows, Translation $translation, BankAnswer $answer): array
    {
        $judge = new Judge($this->contexts->on());
        $people = [];
        foreach ($answer->people as $p) {
            $profile = $this->profiles->ofOutside($p);
            $people[] = ['ref' => $bank->key().':'.$p->ref, 'bank' => $bank->key(), 'headline' => $p->headline, 'city' => $p->city, 'country' => $p->country, 'years' => $p->years, 'would_move' => $p->wouldMove, 'text' => $p->text, 'active_on' => $p->activeOn, 'mail' => $p->mailHash,
                'facts' => base64_encode(Facts::of($profile)), 'misses' => array_values(array_filter($translation->left, static fn (int $i): bool => !$judge->passes($rows[$i], $profile)))];
        }

        return ['count' => $answer->count, 'population' => $answer->population, 'left' => $translation->left, 'people' => $people];
    }
}
