<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Mask;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Event\LetterAnswered;
use Jorvent\Messages\Event\LetterWritten;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Letters to people found, one by one: nobody who asked not to be, nobody twice by two colleagues without saying so. Whether they answered is kept with how things stood when it was written; chances of an answer are learned from it. */
final readonly class Letters
{
    /** So many days after a colleague's letter one is told before writing too. */
    public const AGAIN_DAYS = 21;
    /** An answer that comes later is an answer to something else. */
    private const ANSWER_DAYS = 90;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mailing $mailing, private EventDispatcherInterface $events, private EntityManagerInterface $entities, private Mask $mask, private Access $access)
    {
    }

    /** A first word in their language, to be changed. */
    public function draft(int $candidate, int $requisition): Template
    {
        $template = $this->mailing->templateFor('first_word', $candidate);

        return $template->fill(array_filter($this->mailing->fields($candidate, $requisition), static fn (string $v): bool => '' !== $v));
    }

    /**
     * @param int $by     who writes
     * @param bool $anyway although a colleague wrote lately
     *
     * @return list<Refusal>
     */
    public function blockers(int $candidate, int $by, bool $anyway = false): array
    {
        $row = $this->db->row(
            'SELECT c.email, c.contact_barred_until, x.written_at, x.name FROM candidate c LEFT JOIN LATERAL (SELECT l.written_at, a.name FROM letter l JOIN account a ON a.id = l.account_id WHERE l.candidate_id = c.id AND l.account_id <> :by AND l.answered_at IS NULL AND l.written_at > :since ORDER BY l.written_at DESC LIMIT 1) x ON true
             WHERE c.id = :id AND c.erased_at IS NULL AND c.merged_into IS NULL', ['id' => $candidate, 'by' => $by, 'since' => $this->clock->now()->modify('-'.self::AGAIN_DAYS.' days')]);
        if (null === $row) {
            return [new Refusal('', 'candidate_gone')];
        }
        $barred = $row->instantOrNull('contact_barred_until');
        $written = $row->instantOrNull('written_at');

        return array_values(array_filter([
            null === $row->strOrNull('email') ? new Refusal('', 'no_address') : null,
            null !== $barred && $barred > $this->clock->now() ? new Refusal('', 'do_not_contact', ['until' => $barred->format('Y-m-d')]) : null,
            null !== $written && !$anyway ? new Refusal('', 'written_lately', ['by' => $row->str('name'), 'day' => $written->format('Y-m-d')]) : null,
        ]));
    }

    /** @throws Refused */
    public function write(int $candidate, int $requisition, int $by, Template $letter, bool $anyway): void
    {
        $this->db->transaction(function () use ($candidate, $requisition, $by, $letter, $anyway): void {
            $row = $this->db->row('SELECT asked, answered, active_on FROM candidate WHERE id = :id FOR UPDATE', ['id' => $candidate]) ?? throw Refused::because('candidate_gone');
            $account = $this->entities->find(Account::class, $by) ?? throw new \LogicException('Somebody writes.');
            if ($this->mask->hides($account, $candidate)) {
                throw Refused::because('candidate_gone');
            }
            Refused::unlessEmpty($this->blockers($candidate, $by, $anyway));
            $now = $this->clock->now();
            $id = $this->db->insert('letter', ['candidate_id' => $candidate, 'requisition_id' => $requisition, 'account_id' => $by, 'written_at' => $now, 'history' => AnswerChance::history($row->int('asked'), $row->int('answered')), 'activity' => AnswerChance::activity($row->instantOrNull('active_on'), $now)]);
            $this->mailing->toCandidate('letter-'.$id, $candidate, $requisition, $letter);
            $this->log->record('letter.written', 'letter', $id, $requisition, $candidate);
            $this->events->dispatch(new LetterWritten($candidate));
        });
    }

    /** Mail came from someone we wrote to: the last letter that waits is answered. */
    public function answered(int $candidate): bool
    {
        return $this->db->transaction(function () use ($candidate): bool {
            $now = $this->clock->now();
            $row = $this->db->row('UPDATE letter SET answered_at = :now WHERE id = (SELECT id FROM letter WHERE candidate_id = :c AND answered_at IS NULL AND written_at > :since AND written_at <= :now ORDER BY written_at DESC LIMIT 1) RETURNING id, requisition_id', ['c' => $candidate, 'now' => $now, 'since' => $now->modify('-'.self::ANSWER_DAYS.' days')]);
            if (null === $row) {
                return false;
            }
            $this->log->record('letter.answered', 'letter', $row->int('id'), $row->intOrNull('requisition_id'), $candidate);
            $this->events->dispatch(new LetterAnswered($candidate, $now));

            return true;
        });
    }

    /**
     * What was written to someone and what came back, the last first: at, state, subject, by, number, title, answered_at. Of requisitions the
     * reader may not read the mails of, only that something was written.
     *
     * @return list<Record>
     */
    public function trail(int $candidate, Account $reader, int $most = 4): array
    {
        [$visible, $of] = $this->access->visible($reader, Permission::ReadMails);
        $may = "(o.requisition_id IS NULL OR $visible)";

        return $this->db->rows(
            "SELECT o.created_at AS at, o.state, a.name AS by, l.answered_at, l.id IS NOT NULL AS letter,
                CASE WHEN $may THEN p.content ->> 'subject' END AS subject, CASE WHEN $may THEN r.number END AS number, CASE WHEN $may THEN r.title END AS title
             FROM delivery o LEFT JOIN letter l ON o.key = 'letter-' || l.id LEFT JOIN account a ON a.id = l.account_id
                LEFT JOIN requisition_head r ON r.id = o.requisition_id LEFT JOIN unit_place u ON u.id = r.unit_id LEFT JOIN personal_value p ON p.id = o.personal_id
             WHERE o.candidate_id = :c AND o.kind = 'mail' AND o.state <> 'dropped' ORDER BY o.id DESC LIMIT ".$most, ['c' => $candidate] + $of);
    }
}
