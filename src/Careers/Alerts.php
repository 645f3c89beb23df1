<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Repository\AlertRepository;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/**
 * New openings by mail, for a search that someone wants news of; and, when they leave their resume too, being
 * considered for other openings. Nothing is sent or used before the address is confirmed by a link, and one click ends
 * it (RFC 8058).
 */
final readonly class Alerts
{
    /** In which a phone number without a prefix is read when no opening is known. */
    private const COUNTRY = 'NO';

    public function __construct(
        private Db $db,
        private AlertRepository $alerts,
        private AlertMail $mail,
        private EndAlerts $endings,
        private LeftResumes $resumes,
        private Consent $consent,
        private GuestLinks $links,
        private ClockInterface $clock,
    ) {
    }

    /** Who asks again gets the mail again, not at once, and is told nothing of it on the page. */
    public function ask(string $email, Narrowed $wanted, string $locale, BrandView $brand): void
    {
        Refused::unlessEmpty(EmailAddress::blockers($email));
        $this->db->again(function () use ($email, $wanted, $locale, $brand): void {
            $now = $this->clock->now();
            $alert = $this->alerts->ofSearch($email, $wanted->sorted());
            if (null !== $alert && !$alert->askAgain($locale, $now)) {
                return;
            }
            if (null === $alert) {
                $alert = new OpeningAlert($email, $locale, $wanted->sorted(), $brand->id, $now);
                $this->alerts->add($alert);
            }
            $this->mail->confirmSearch($alert, $brand);
        });
    }

    /**
     * Someone leaves a resume without an opening; what they left before and did not confirm is replaced.
     *
     * @param string $consent version of the text that was agreed to; empty for none
     */
    public function leaveResume(
        Applicant $person,
        Narrowed $wanted,
        string $consent,
        ?ResumeFile $file,
        string $locale,
        BrandView $brand,
    ): void {
        Refused::unlessEmpty([...$person->blockers(self::COUNTRY), ...$this->consent->blockers($consent)]);
        $this->db->again(function () use ($person, $wanted, $consent, $file, $locale, $brand): void {
            $now = $this->clock->now();
            $alert = $this->alerts->unconfirmedResume($person->email);
            if (null === $alert) {
                $alert = new OpeningAlert($person->email, $locale, $wanted->sorted(), $brand->id, $now);
            }
            $alert->wantInstead($wanted->sorted(), $locale, $now);
            $alert->leave($person, (int) $consent, $file);
            $this->alerts->add($alert);
            $this->mail->confirmResume($alert, $brand);
        });
    }

    /** The one that a link of a mail opens. */
    public function find(#[\SensitiveParameter] string $key): ?OpeningAlert
    {
        $id = $this->links->open(LinkPurpose::Alert, $key)?->subject;

        return null === $id ? $this->alerts->byFormerKey($key) : $this->alerts->find($id);
    }

    /** Confirms the address; who is considered already is for another year. */
    public function confirm(#[\SensitiveParameter] string $key): void
    {
        $this->db->transaction(function () use ($key): void {
            $found = $this->find($key);
            $alert = null === $found ? null : $this->alerts->held($found->id);
            if (null === $alert) {
                return;
            }
            $now = $this->clock->now();
            $alert->confirm($now);
            if (null !== $alert->person()) {
                $alert->consider($alert->candidateId() ?? $this->resumes->begin($alert), $now);
                array_map($this->endings->replaced(...), $this->alerts->otherResumes($alert));
            }
        });
    }

    /** Whoever has the link; ending twice is no error. */
    public function end(#[\SensitiveParameter] string $key): void
    {
        $this->db->transaction(function () use ($key): void {
            $found = $this->find($key);
            $alert = null === $found ? null : $this->alerts->held($found->id);
            if (null !== $alert) {
                $this->endings->end($alert);
            }
        });
    }
}
