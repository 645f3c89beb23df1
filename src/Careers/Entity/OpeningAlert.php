<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Careers\Applicant;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * A search of openings that someone wants news of by mail. Who leaves their resume with it as well is considered for
 * other openings, for a year. Nothing is sent or used before the address is confirmed.
 */
#[ORM\Entity]
#[ORM\Table(name: 'opening_alert')]
class OpeningAlert
{
    /** Who asks again within so many seconds gets no second mail. */
    public const QUIET_SECONDS = 900;
    private const DAYS_CONSIDERED = 365;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $confirmedAt = null;

    /** openings that went up until then were told of, or were there before */
    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $seenUntil;

    /** the last mail with openings */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $sentAt = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $name = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $phone = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $city = null;

    #[ORM\Embedded(columnPrefix: false)]
    private SentFile $file;

    #[ORM\Column(nullable: true)]
    private ?int $consentVersion = null;

    #[ORM\Column(nullable: true)]
    #[Reference('candidate')]
    private ?int $candidateId = null;

    /** the last day they are considered */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $until = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $remindedAt = null;

    /** links in old mails carry a key of the alert itself */
    #[ORM\Column(
        name: 'former_key_sha256', type: Types::STRING, length: 64, nullable: true, options: ['fixed' => true],
    )]
    private ?string $formerKey = null; // @phpstan-ignore property.unusedType (read by the repository alone)

    /** @param array<string, string> $wanted words and values by which openings are searched, in a fixed order */
    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $email,
        #[ORM\Column(type: Types::TEXT)]
        private string $locale,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $wanted,
        #[ORM\Column(options: ['default' => 1])]
        #[Reference('brand')]
        private int $brandId,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $askedAt,
    ) {
        Refused::unlessEmpty(EmailAddress::blockers($email));
        $this->seenUntil = $askedAt;
        $this->file = new SentFile(null);
    }

    /** @return bool whether they get another mail to confirm it: not when they have confirmed it, nor at once again */
    public function askAgain(string $locale, \DateTimeImmutable $now): bool
    {
        $quiet = $this->askedAt > $now->modify('-'.self::QUIET_SECONDS.' seconds');
        if ($this->isConfirmed() || $quiet) {
            return false;
        }
        [$this->locale, $this->askedAt] = [$locale, $now];

        return true;
    }

    /** They leave their resume with it: for the first time, or in place of what they left and did not confirm. */
    public function leave(Applicant $person, int $consent, ?ResumeFile $file): void
    {
        if ($this->isConfirmed()) {
            throw new \LogicException('What was confirmed is not replaced.');
        }
        $this->name = $person->name;
        $this->phone = '' === $person->phone ? null : $person->phone;
        $this->city = '' === $person->city ? null : $person->city;
        $this->consentVersion = $consent;
        $this->file = new SentFile($file);
    }

    /** @param array<string, string> $wanted */
    public function wantInstead(array $wanted, string $locale, \DateTimeImmutable $now): void
    {
        if ($this->isConfirmed()) {
            throw new \LogicException('What was confirmed is not replaced.');
        }
        [$this->wanted, $this->locale, $this->askedAt] = [$wanted, $locale, $now];
    }

    public function confirm(\DateTimeImmutable $now): void
    {
        if (!$this->isConfirmed()) {
            [$this->confirmedAt, $this->seenUntil] = [$now, $now];
        }
    }

    /** A confirmed person is considered for a year from now on. */
    public function consider(int $candidate, \DateTimeImmutable $now): void
    {
        if (!$this->isConfirmed() || null === $this->name) {
            throw new \LogicException('Nobody is considered before they confirm it.');
        }
        $this->candidateId = $candidate;
        $this->until = $now->setTime(0, 0)->modify('+'.self::DAYS_CONSIDERED.' days');
        $this->remindedAt = null;
    }

    /** It goes over to another record of the same person. */
    public function belongTo(int $candidate): void
    {
        $this->candidateId = $candidate;
    }

    /** All that went up until now is told, or there was nothing. */
    public function told(\DateTimeImmutable $now, bool $mailed): void
    {
        $this->seenUntil = $now;
        $this->sentAt = $mailed ? $now : $this->sentAt;
    }

    /** They are asked whether they want another year. */
    public function remind(\DateTimeImmutable $now): void
    {
        $this->remindedAt = $now;
    }

    public function passOn(int $brand): void
    {
        $this->brandId = $brand;
    }

    public function isConfirmed(): bool
    {
        return null !== $this->confirmedAt;
    }

    public function isReminded(): bool
    {
        return null !== $this->remindedAt;
    }

    public function locale(): string
    {
        return $this->locale;
    }

    /** @return array<string, string> */
    public function wanted(): array
    {
        return $this->wanted;
    }

    public function brandId(): int
    {
        return $this->brandId;
    }

    public function askedAt(): \DateTimeImmutable
    {
        return $this->askedAt;
    }

    public function confirmedAt(): ?\DateTimeImmutable
    {
        return $this->confirmedAt;
    }

    public function seenUntil(): \DateTimeImmutable
    {
        return $this->seenUntil;
    }

    /** Who left their resume with it; null for a search alone. */
    public function person(): ?Applicant
    {
        return null === $this->name
            ? null
            : new Applicant($this->name, $this->email, $this->phone ?? '', $this->city ?? '');
    }

    public function consentVersion(): ?int
    {
        return $this->consentVersion;
    }

    public function candidateId(): ?int
    {
        return $this->candidateId;
    }

    public function until(): ?\DateTimeImmutable
    {
        return $this->until;
    }

    public function resume(): ?ResumeFile
    {
        return $this->file->resume();
    }
}
