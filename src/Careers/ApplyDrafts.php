<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Repository\DraftRepository;
use Jorvent\Core\Resume\Contacts;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * An application being written, kept under a key that only its writer has; nothing becomes a candidate before it is
 * sent.
 */
final readonly class ApplyDrafts
{
    /** One that is not touched for so long goes. */
    public const DAYS = 14;
    private const KEY_BYTES = 16;

    public function __construct(private Db $db, private DraftRepository $drafts, private ClockInterface $clock)
    {
    }

    /** @return string its key, with what could be read from the resume */
    public function start(int $requisition, ?int $posting, ?ResumeFile $file, ?Referral $referral = null): string
    {
        $key = bin2hex(random_bytes(self::KEY_BYTES));
        $read = null === $file ? null : Contacts::read($file->text);
        $fields = array_filter(
            ['name' => $read?->name, 'email' => $read?->email, 'phone' => $read?->phone], is_string(...),
        );
        $now = $this->clock->now();
        $this->db->transaction(fn () => $this->drafts->add(
            new ApplyDraft($key, $requisition, $posting, $referral, $fields, $file, $now),
        ));

        return $key;
    }

    public function find(#[\SensitiveParameter] string $key): ?ApplyDraft
    {
        return $this->drafts->find($key);
    }

    /**
     * Keeps what is typed; of one that is sent nothing changes any more.
     *
     * @param array<string, string> $answers by question
     */
    public function save(#[\SensitiveParameter] string $key, Applicant $applicant, array $answers): void
    {
        $this->db->transaction(
            fn () => $this->drafts->held($key)?->type($applicant, $answers, $this->clock->now()),
        );
    }

    /** @param string $version of the text that was agreed to; empty for none */
    public function consent(#[\SensitiveParameter] string $key, string $version): void
    {
        $this->db->transaction(fn () => $this->drafts->held($key)?->consent($version, $this->clock->now()));
    }

    /**
     * Takes it to be sent, locked until the end of the transaction.
     *
     * @throws Refused draft_gone, being_sent by another click, or already_sent
     */
    public function take(#[\SensitiveParameter] string $key): ApplyDraft
    {
        $draft = $this->drafts->heldIfFree($key)
            ?? throw Refused::because(null === $this->drafts->find($key) ? 'draft_gone' : 'being_sent');
        $draft->send($this->clock->now());

        return $draft;
    }

    /** Whether someone is sending it at this moment. */
    public function isBeingSent(#[\SensitiveParameter] string $key): bool
    {
        return null !== $this->drafts->find($key)
            && null === $this->db->transaction(fn (): ?ApplyDraft => $this->drafts->heldIfFree($key));
    }
}
