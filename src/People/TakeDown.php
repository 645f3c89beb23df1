<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** Someone without a file, met, on the phone or in a row of a table: laid down as a text like any other that comes in, so that it is read, found and corrected in the same way. */
final readonly class TakeDown
{
    /** What can be told, in the order it is laid down, with the label a reading knows it by. */
    private const LABELS = ['name' => 'Name', 'email' => 'E-mail', 'phone' => 'Phone', 'city' => 'Address', 'notice' => 'Notice period', 'start' => 'Available from'];

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private EntityManagerInterface $entities, private AddResume $add, private KnownBy $known, private Tombstones $stones)
    {
    }

    /**
     * @param array<string, string> $told name, email, phone, city, headline, employer, since, skills, notice, start, note
     *
     * @return list<Refusal>
     */
    public function blockers(array $told, ?Money $earns, ?Money $wants): array
    {
        $email = $told['email'] ?? '';

        return array_values(array_filter([
            mb_strlen($told['name'] ?? '') < 2 ? new Refusal('name', 'missing') : null,
            '' !== $email && false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', 'email_wrong') : null,
            null !== $this->known->address($email) ? new Refusal('email', 'email_known') : null,
            null !== $earns && null !== $wants && $earns->currency !== $wants->currency ? new Refusal('wants', 'amount_wrong') : null,
        ]));
    }

    /** Who asked to be forgotten is not taken down again by a table; by hand it is their word to us. */
    public function refusedBefore(string $email): bool
    {
        return null !== $this->stones->refusedBy($email);
    }

    /**
     * @param array<string, string> $told   as blockers()
     * @param string                $source by_hand, or table
     */
    public function __invoke(array $told, ?Money $earns, ?Money $wants, string $source): int
    {
        Refused::unlessEmpty($this->blockers($told, $earns, $wants));
        $said = static fn (string $field): string => trim($told[$field] ?? '');
        $lines = [];
        foreach (self::LABELS as $field => $label) {
            $lines[] = '' === $said($field) ? '' : $label.': '.$said($field);
        }
        $lines[] = null === $wants ? '' : 'Expected pay: '.$wants->currency.' '.$wants->units();
        $lines[] = '' === $said('headline') ? '' : "\nSummary\n".$said('headline');
        $lines[] = '' === $said('employer') || '' === $said('since') ? '' : "\nExperience\n".$said('since')." - present\n".('' === $said('headline') ? '' : $said('headline').', ').$said('employer');
        $lines[] = '' === $said('skills') ? '' : "\nSkills\n".$said('skills');
        $lines[] = '' === $said('note') ? '' : "\nOther\n".$said('note');
        $text = implode("\n", array_filter($lines, static fn (string $l): bool => '' !== $l))."\n";

        return $this->db->transaction(function () use ($told, $said, $earns, $wants, $text, $source): int {
            $candidate = new Candidate(mb_substr($told['name'], 0, 200), $said('email') ?: null, $said('phone') ?: null, $said('city') ?: null, 'Europe/Oslo', 'en', $source, null, $this->clock->now());
            $candidate->describe(mb_substr($said('headline'), 0, 200), null, null, $this->clock->now());
            $candidate->tellPay($earns, $wants);
            $this->entities->persist($candidate);
            $this->entities->flush();
            ($this->add)($candidate->id, new ResumeFile('', 'text/plain', 'table' === $source ? 'row.txt' : 'by-hand.txt', \strlen($text), $text));
            $this->log->record('candidate.typed', 'candidate', $candidate->id, null, $candidate->id);

            return $candidate->id;
        });
    }
}
