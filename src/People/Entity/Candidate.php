<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** A person, known once. What stage they are at belongs to their applications, never here. */
#[ORM\Entity]
#[ORM\Table(name: 'candidate')]
class Candidate
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::STRING, length: 2, nullable: true, options: ['fixed' => true])]
    private ?string $country = null;

    #[ORM\Column(type: Types::DECIMAL, precision: 4, scale: 1, nullable: true)]
    private ?string $years = null;

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $headline = '';

    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $activeOn = null;

    /** as the newest resume says, read by Readings */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $employer = null;

    /** the same in small letters without what companies are called by, to be compared */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $employerFolded = null;

    #[ORM\Embedded(columnPrefix: false)]
    private Readiness $readiness;

    #[ORM\Embedded(columnPrefix: false)]
    private PayTold $pay;

    #[ORM\Embedded(columnPrefix: false)]
    private ContactBar $bar;

    #[ORM\Embedded(columnPrefix: false)]
    private KeptUntil $kept;

    #[ORM\Embedded(columnPrefix: false)]
    private LetterCount $letters;

    /** their number when they work for us */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    #[Reference('colleague', 'number')]
    private ?string $colleague = null;

    /** the day by which someone brought in from outside has to be told */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $tellBy = null;

    /** whether they are seen by those alone who work on their requisitions */
    #[ORM\Column(options: ['default' => false])]
    private bool $confidential = false;

    /** the record of the same person that they were joined with */
    #[ORM\Column(nullable: true)]
    #[Reference('candidate')]
    private ?int $mergedInto = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $erasedAt = null;

    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        private string $name,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        private ?string $email,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        private ?string $phone,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        private ?string $city,
        #[ORM\Column(type: Types::TEXT, options: ['default' => 'Europe/Oslo'])]
        private string $zone,
        #[ORM\Column(type: Types::TEXT, options: ['default' => 'en'])]
        private string $locale,
        /** how they came */
        #[ORM\Column(type: Types::TEXT)]
        private string $source,
        /** what an outside database knows them by */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        private ?string $outsideRef,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $createdAt,
        /** someone known by the same address, until that is confirmed to be theirs; or whom they were joined with */
        #[ORM\Column(nullable: true)]
        #[Reference('candidate')]
        private ?int $claims = null,
    ) {
        [$this->readiness, $this->pay, $this->bar] = [new Readiness(), new PayTold(), new ContactBar()];
        [$this->kept, $this->letters] = [new KeptUntil(), new LetterCount()];
    }

    public function describe(string $headline, ?float $years, ?bool $wouldMove, ?\DateTimeImmutable $activeOn): void
    {
        $this->headline = $headline;
        $this->years = null === $years ? null : number_format($years, 1, '.', '');
        $this->readiness = $this->readiness->told(
            $this->readiness->permits, $this->readiness->remote, $wouldMove, null,
        );
        $this->activeOn = $activeOn;
    }

    /** @param string|null $country ISO 3166-1, two letters; null leaves it as it is */
    public function liveIn(?string $country): void
    {
        $this->country = $country ?? $this->country;
    }

    public function tellPay(?Money $current, ?Money $expected): void
    {
        $this->pay = new PayTold($current, $expected);
    }

    /**
     * What they told that stands in no resume.
     *
     * @param list<string> $permits   countries they may work in
     * @param bool         $considers whether they said today that they would consider a change
     *
     * @throws Refused at permits
     */
    public function tell(array $permits, ?bool $remote, ?bool $moves, bool $considers, \DateTimeImmutable $today): void
    {
        $this->readiness = $this->readiness->told($permits, $remote, $moves, $considers ? $today : null);
    }

    /** They were brought in from outside, and have to be told by that day. */
    public function mustBeToldBy(\DateTimeImmutable $day): void
    {
        $this->tellBy = $day;
    }

    /** @return bool false when there was nothing to tell any more */
    public function wasTold(): bool
    {
        $had = null !== $this->tellBy;
        $this->tellBy = null;

        return $had;
    }

    /** They did something on that day, answering a letter for one. */
    public function wasActive(\DateTimeImmutable $day): void
    {
        $this->activeOn = max($this->activeOn, $day->setTime(0, 0));
    }

    public function countLetters(LetterCount $letters): void
    {
        $this->letters = $letters;
    }

    public function kept(): KeptUntil
    {
        return $this->kept;
    }

    /** They said that their data may be kept for longer. */
    public function allowLonger(\DateTimeImmutable $now): void
    {
        $this->kept = new KeptUntil($this->kept->day, $this->kept->askedAt, $this->kept->adminAskedAt, $now);
    }

    /** @return bool false when they were asked about this end already */
    public function askToKeep(\DateTimeImmutable $now): bool
    {
        $isFirst = null === $this->kept->askedAt;
        if ($isFirst) {
            $this->kept = new KeptUntil($this->kept->day, $now, $this->kept->adminAskedAt, $this->kept->renewedAt);
        }

        return $isFirst;
    }

    /** @return bool false when an admin was asked about this end already */
    public function askAdminToKeep(\DateTimeImmutable $now): bool
    {
        $isFirst = null === $this->kept->adminAskedAt;
        if ($isFirst) {
            $this->kept = new KeptUntil($this->kept->day, $this->kept->askedAt, $now, $this->kept->renewedAt);
        }

        return $isFirst;
    }

    /** @return bool false when it was so already */
    public function confide(bool $confidential): bool
    {
        $changes = $this->confidential !== $confidential;
        $this->confidential = $confidential;

        return $changes;
    }

    /** @throws Refused at until or note */
    public function bar(\DateTimeImmutable $today, \DateTimeImmutable $until, string $note): void
    {
        $this->bar = ContactBar::from($today, $until, $note);
    }

    public function liftBar(): void
    {
        $this->bar = new ContactBar();
    }

    /** Whether this is a person of its own: not forgotten, and not joined with another. */
    public function isOwn(): bool
    {
        return null === $this->erasedAt && null === $this->mergedInto;
    }

    public function isErased(): bool
    {
        return null !== $this->erasedAt;
    }

    /** Someone known by the same address; or whom they were joined with. */
    public function claims(): ?int
    {
        return $this->claims;
    }

    public function mergedInto(): ?int
    {
        return $this->mergedInto;
    }

    public function name(): string
    {
        return $this->name;
    }

    public function email(): ?string
    {
        return $this->email;
    }

    /** They are the same person as another, under whom they are found from now on. */
    public function joinInto(self $survivor): void
    {
        [$this->claims, $this->mergedInto] = [$survivor->id, $survivor->id];
    }

    /** They are a person of their own again. */
    public function takeApart(): void
    {
        [$this->claims, $this->mergedInto] = [null, null];
    }

    /** Their address is confirmed to be that of someone known: nothing but the row is left of them. */
    public function giveWay(\DateTimeImmutable $now): void
    {
        [$this->email, $this->phone, $this->city] = [null, null, null];
        $this->erasedAt = $now;
    }

    /** Nothing but figures is left of them. */
    public function forget(\DateTimeImmutable $now): void
    {
        $this->name = 'Someone forgotten';
        [$this->email, $this->phone, $this->city, $this->outsideRef] = [null, null, null, null];
        [$this->headline, $this->years, $this->colleague] = ['', null, null];
        [$this->employer, $this->employerFolded] = [null, null];
        [$this->readiness, $this->pay] = [new Readiness(), new PayTold()];
        $this->bar = new ContactBar($this->bar->until);
        $this->kept = new KeptUntil(null, $this->kept->askedAt, null, $this->kept->renewedAt);
        $this->erasedAt = $now;
    }

    /** What is not known of them is taken from another record of theirs; the stricter bar to contact holds. */
    public function fillFrom(self $other): void
    {
        $this->email ??= $other->email;
        $this->phone ??= $other->phone;
        $this->city ??= $other->city;
        $this->country ??= $other->country;
        $this->years ??= $other->years;
        $this->activeOn ??= $other->activeOn;
        $this->colleague ??= $other->colleague;
        $this->employer ??= $other->employer;
        $this->employerFolded ??= $other->employerFolded;
        $this->headline = '' === $this->headline ? $other->headline : $this->headline;
        $this->readiness = $this->readiness->filledFrom($other->readiness);
        $this->pay = $this->pay->isTold() ? $this->pay : $other->pay;
        $this->bar = $this->bar->stricter($other->bar);
        $this->confidential = $this->confidential || $other->confidential;
    }

    /** @return array<string, string|int|bool|null> what one record takes over from another, by column */
    public function facts(): array
    {
        $day = static fn (?\DateTimeImmutable $day): ?string => $day?->format('Y-m-d');

        return [
            'email' => $this->email,
            'phone' => $this->phone,
            'city' => $this->city,
            'country' => $this->country,
            'headline' => $this->headline,
            'years' => $this->years,
            'would_move' => $this->readiness->wouldMove,
            'pay_current' => $this->pay->current()?->minor,
            'pay_expected' => $this->pay->expected()?->minor,
            'pay_currency' => ($this->pay->expected() ?? $this->pay->current())?->currency,
            'active_on' => $day($this->activeOn),
            'outside_ref' => $this->outsideRef,
            'colleague' => $this->colleague,
            'employer' => $this->employer,
            'employer_folded' => $this->employerFolded,
            'notice_days' => $this->readiness->noticeDays,
            'first_day' => $day($this->readiness->firstDay),
            'remote' => $this->readiness->remote,
            'considers_on' => $day($this->readiness->considersOn),
            'contact_barred_until' => $day($this->bar->until),
            'contact_barred_note' => $this->bar->note,
        ];
    }

    /**
     * What was taken over goes back, where nobody has changed it since.
     *
     * @param array<string, string|int|bool|null> $before as facts() told
     * @param array<string, string|int|bool|null> $after
     */
    public function restore(array $before, array $after): void
    {
        $facts = $this->facts();
        foreach ($facts as $field => $now) {
            $taken = ($before[$field] ?? null) !== ($after[$field] ?? null);
            if ($taken && $now === ($after[$field] ?? null)) {
                $facts[$field] = $before[$field] ?? null;
            }
        }
        $this->take(new Decoded($facts));
    }

    private function take(Decoded $facts): void
    {
        [$this->email, $this->phone] = [$facts->text('email'), $facts->text('phone')];
        [$this->city, $this->country] = [$facts->text('city'), $facts->text('country')];
        [$this->headline, $this->years] = [$facts->text('headline') ?? '', $facts->text('years')];
        [$this->employer, $this->employerFolded] = [$facts->text('employer'), $facts->text('employer_folded')];
        [$this->colleague, $this->activeOn] = [$facts->text('colleague'), $facts->day('active_on')];
        $flag = static fn (string $field): ?bool => $facts->has($field) ? $facts->flag($field) : null;
        $this->readiness = new Readiness(
            $this->readiness->permits, $flag('remote'), $flag('would_move'), $facts->day('considers_on'),
            $facts->whole('notice_days'), $facts->day('first_day'),
        );
        $currency = $facts->text('pay_currency');
        $pay = static fn (?int $minor): ?Money => null === $minor || null === $currency ? null : new Money($minor, $currency);
        $this->pay = new PayTold($pay($facts->whole('pay_current')), $pay($facts->whole('pay_expected')));
        $this->bar = new ContactBar($facts->day('contact_barred_until'), $facts->text('contact_barred_note') ?? '');
    }
}
