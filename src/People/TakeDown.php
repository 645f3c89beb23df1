<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\OwnData\Tombstones;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Someone without a file, met, on the phone or in a row of a table: laid down as a text like any other that comes in, so
 * that it is read, found and corrected in the same way.
 */
final readonly class TakeDown
{
    /** What can be told, in the order it is laid down, with the label a reading knows it by. */
    private const LABELS = [
        'name' => 'Name', 'email' => 'E-mail', 'phone' => 'Phone', 'city' => 'Address', 'notice' => 'Notice period',
        'start' => 'Available from',
    ];
    private const FROM_A_TABLE = 'table';
    private const SHORTEST_NAME = 2;
    private const LONGEST = 200;

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private AddResume $add,
        private KnownBy $known,
        private Tombstones $stones,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param array<string, string> $told name, email, phone, city, headline, employer, since, skills, notice, start,
     *                                    note
     *
     * @return list<Refusal>
     */
    public function blockers(array $told, ?Money $earns, ?Money $wants): array
    {
        $refusals = [];
        if (mb_strlen($told['name'] ?? '') < self::SHORTEST_NAME) {
            $refusals[] = new Refusal('name', 'missing');
        }
        foreach (['name', 'headline'] as $field) {
            if (mb_strlen($told[$field] ?? '') > self::LONGEST) {
                $refusals[] = new Refusal($field, 'name_too_long', ['limit' => self::LONGEST]);
            }
        }
        $email = $told['email'] ?? '';
        if ('' !== $email && !EmailAddress::isValid($email)) {
            $refusals[] = new Refusal('email', 'email_wrong');
        }
        if (null !== $this->known->address($email)) {
            $refusals[] = new Refusal('email', 'email_known');
        }
        if (null !== $earns && null !== $wants && $earns->currency !== $wants->currency) {
            $refusals[] = new Refusal('wants', 'amount_wrong');
        }

        return $refusals;
    }

    /** Who asked to be forgotten is not taken down again by a table; by hand it is their word to us. */
    public function refusedBefore(string $email): bool
    {
        return null !== $this->stones->refusedBy($email);
    }

    /**
     * @param array<string, string> $told   as blockers()
     * @param string                $source by_hand, or table
     *
     * @return int the candidate
     */
    public function __invoke(array $told, ?Money $earns, ?Money $wants, string $source): int
    {
        $told = array_map(trim(...), $told);
        Refused::unlessEmpty($this->blockers($told, $earns, $wants));

        return $this->db->transaction(function () use ($told, $earns, $wants, $source): int {
            $now = $this->clock->now();
            $said = static fn (string $field): ?string => '' === ($told[$field] ?? '') ? null : $told[$field];
            $candidate = new Candidate(
                $told['name'], $said('email'), $said('phone'), $said('city'), 'Europe/Oslo', 'en', $source, null, $now,
            );
            $candidate->describe($said('headline') ?? '', null, null, $now);
            $candidate->tellPay($earns, $wants);
            $this->candidates->add($candidate);
            $text = self::text($told, $wants);
            $name = self::FROM_A_TABLE === $source ? 'row.txt' : 'by-hand.txt';
            ($this->add)($candidate->id, new ResumeFile('', 'text/plain', $name, \strlen($text), $text));
            $this->log->record('candidate.typed', 'candidate', $candidate->id, null, $candidate->id);

            return $candidate->id;
        });
    }

    /** @param array<string, string> $told */
    private static function text(array $told, ?Money $wants): string
    {
        $said = static fn (string $field): string => $told[$field] ?? '';
        $lines = [];
        foreach (self::LABELS as $field => $label) {
            $lines[] = '' === $said($field) ? '' : $label.': '.$said($field);
        }
        $lines[] = null === $wants ? '' : 'Expected pay: '.$wants->currency.' '.$wants->units();
        $lines[] = self::section('Summary', $said('headline'));
        if ('' !== $said('employer') && '' !== $said('since')) {
            $work = ('' === $said('headline') ? '' : $said('headline').', ').$said('employer');
            $lines[] = self::section('Experience', $said('since')." - present\n".$work);
        }
        $lines[] = self::section('Skills', $said('skills'));
        $lines[] = self::section('Other', $said('note'));

        return implode("\n", array_filter($lines, static fn (string $line): bool => '' !== $line))."\n";
    }

    private static function section(string $heading, string $text): string
    {
        return '' === $text ? '' : "\n".$heading."\n".$text;
    }
}
