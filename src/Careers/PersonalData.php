<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Read\BegunQuery;
use Jorvent\Careers\Repository\AlertRepository;
use Jorvent\Careers\Repository\DraftRepository;
use Jorvent\Careers\Repository\ReferralRepository;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\MovesWithPerson;
use Jorvent\Privacy\Person;

/** What was written on the careers site: applications begun, searches that news are wanted of, friends told. */
final readonly class PersonalData implements HoldsPersonalData, MovesWithPerson
{
    public function __construct(
        private DraftRepository $drafts,
        private AlertRepository $alerts,
        private ReferralRepository $referrals,
        private BegunQuery $begun,
        private GuestLinks $links,
    ) {
    }

    public function forget(Person $person): array
    {
        $email = $person->email ?? '';
        $files = [...$this->forgetDrafts($person->id, $email), ...$this->forgetAlerts($person->id, $email)];
        if ('' !== $email) {
            $this->forgetReferrals($email);
        }

        return array_values(array_map(
            static fn (ResumeFile $file): string => $file->sha256, array_filter($files),
        ));
    }

    public function handOver(int $from, int $to): array
    {
        $moved = $this->alerts->ofCandidate($from);
        array_walk($moved, static fn (OpeningAlert $alert) => $alert->belongTo($to));

        return ['opening_alert' => array_map(static fn (OpeningAlert $alert): int => $alert->id, $moved)];
    }

    public function handBack(int $from, int $to, array $moved): void
    {
        foreach ($this->alerts->ofCandidate($to) as $alert) {
            if (\in_array($alert->id, $moved['opening_alert'] ?? [], true)) {
                $alert->belongTo($from);
            }
        }
    }

    public function tell(int $candidate): array
    {
        return [
            'kept_in_mind' => array_map(self::told(...), $this->alerts->ofCandidate($candidate)),
            'applications_begun' => $this->begun->of($candidate),
        ];
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->drafts->countWithFile($sha256) + $this->alerts->countWithFile($sha256);
    }

    /** @return list<ResumeFile|null> */
    private function forgetDrafts(int $candidate, string $email): array
    {
        $drafts = $this->drafts->by($email, $this->begun->files($candidate));
        $files = array_map(static fn (ApplyDraft $draft): ?ResumeFile => $draft->resume(), $drafts);
        $this->drafts->remove(...$drafts);

        return $files;
    }

    /** @return list<ResumeFile|null> */
    private function forgetAlerts(int $candidate, string $email): array
    {
        $alerts = $this->alerts->ofPerson($candidate, $email);
        $files = array_map(static fn (OpeningAlert $alert): ?ResumeFile => $alert->resume(), $alerts);
        $ids = array_map(static fn (OpeningAlert $alert): int => $alert->id, $alerts);
        array_map($this->alerts->remove(...), $alerts);
        $this->links->revoke(LinkPurpose::Alert, ...$ids);

        return $files;
    }

    private function forgetReferrals(string $email): void
    {
        $referrals = $this->referrals->allOfAddress($email);
        $ids = array_map(static fn (Referral $referral): int => $referral->id, $referrals);
        array_walk($referrals, static fn (Referral $referral) => $referral->forget());
        $this->links->revoke(LinkPurpose::Referral, ...$ids);
    }

    /** @return array<string, mixed> */
    private static function told(OpeningAlert $alert): array
    {
        $person = $alert->person();

        return [
            'name' => $person?->name,
            'email' => $alert->email,
            'phone' => $person?->phone,
            'city' => $person?->city,
            'wanted' => $alert->wanted(),
            'asked_at' => $alert->askedAt()->format('c'),
            'confirmed_at' => $alert->confirmedAt()?->format('c'),
            'until' => $alert->until()?->format('Y-m-d'),
        ];
    }
}
