<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\PostingStep;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * An advert that stands in one place, in one language. What we want of it is written down here; what the board has made
 * of it follows when the board has answered. Our own site follows at once.
 */
#[ORM\Entity]
#[ORM\Table(name: 'posting')]
#[ORM\Index(name: 'posting_board', columns: ['board', 'state'])]
#[ORM\Index(name: 'posting_requisition', columns: ['requisition_id'])]
#[ORM\Index(
    name: 'posting_careers', columns: ['requisition_id'],
    options: ['where' => "((board = 'careers'::text) AND (state = 'live'::text))"],
)]
#[ORM\UniqueConstraint(name: 'posting_code_key', columns: ['code'])]
#[ORM\UniqueConstraint(
    name: 'posting_one_live', columns: ['requisition_id', 'board', 'locale'],
    options: ['where' => "(state <> ALL (ARRAY['refused'::text, 'withdrawn'::text, 'ended'::text]))"],
)]
class Posting
{
    private const LONGEST_REASON = 300;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::TEXT, enumType: PostingState::class)]
    private PostingState $state;

    #[ORM\Column(type: Types::TEXT, enumType: Wanted::class, options: ['default' => 'live'])]
    private Wanted $want = Wanted::Live;

    #[ORM\Column(type: Types::TEXT, options: ['default' => 'en'])]
    private string $locale;

    /** its first day, when that is not the day it was asked for */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $fromOn;

    /** its last day */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $until;

    /** for colleagues alone through that day */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $insideUntil;

    /** in minor units */
    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $budget = null;

    #[ORM\Column(type: Types::STRING, length: 3, nullable: true, options: ['fixed' => true])]
    private ?string $budgetCurrency = null;

    /** the board's number for it */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $externalRef = null;

    /** where it can be seen there */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $externalUrl = null;

    /** of the advert that the board has */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $sentHash = null;

    /** the last day that the board knows */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $sentUntil = null;

    /** why the board did not take it */
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $reason = null;

    /** how often it was paid for: once, and once for each renewal */
    #[ORM\Column(options: ['default' => 1])]
    private int $runs = 1;

    /** how often something was wanted of it; numbers what the board is told */
    #[ORM\Column(options: ['default' => 1])]
    private int $wishes = 1;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $liveAt = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $endedAt = null;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function __construct(
        #[ORM\Column]
        #[Reference('requisition')]
        public readonly int $requisitionId,
        #[ORM\ManyToOne]
        #[ORM\JoinColumn(name: 'board', referencedColumnName: 'key', nullable: false)]
        public readonly JobBoard $board,
        /** how it is known to the board and in addresses that are counted */
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $code,
        PostingTerms $terms,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $askedAt,
    ) {
        [$this->locale, $this->fromOn, $this->until] = [$terms->locale, $terms->from, $terms->until];
        $this->insideUntil = $terms->insideUntil;
        $this->limit($terms->budget);
        $this->state = null !== $terms->from ? PostingState::Planned : $this->first();
        $this->liveAt = PostingState::Live === $this->state ? $askedAt : null;
    }

    public function state(): PostingState
    {
        return $this->state;
    }

    public function wanted(): Wanted
    {
        return $this->want;
    }

    public function locale(): string
    {
        return $this->locale;
    }

    public function fromOn(): ?\DateTimeImmutable
    {
        return $this->fromOn;
    }

    public function until(): ?\DateTimeImmutable
    {
        return $this->until;
    }

    public function liveAt(): ?\DateTimeImmutable
    {
        return $this->liveAt;
    }

    public function externalRef(): ?string
    {
        return $this->externalRef;
    }

    public function budget(): ?Money
    {
        return null === $this->budget ? null : new Money($this->budget, $this->budgetCurrency ?? '');
    }

    /** The key of the delivery that tells its board what is wanted now. */
    public function delivery(): string
    {
        return $this->deliveries().$this->wishes;
    }

    /** What keys of all its deliveries begin with. */
    public function deliveries(): string
    {
        return 'posting-'.$this->code.'-';
    }

    /** Something can still be wanted of it. */
    public function isStanding(): bool
    {
        return !$this->state->isOver() && Wanted::Down !== $this->want;
    }

    /** There is a board that has to be told what is wanted. */
    public function isToldToBoard(): bool
    {
        return !$this->board->isOwn() && $this->state->isWithBoard();
    }

    /** The board shows another text than this one. */
    public function isStale(Advert $advert): bool
    {
        $sent = $this->sentHash;

        return $this->isToldToBoard() && null !== $sent && $advert->fingerprint() !== $sent;
    }

    public function pause(\DateTimeImmutable $now): void
    {
        $this->wish(Wanted::Paused, $now);
    }

    public function resume(\DateTimeImmutable $now): void
    {
        $this->wish(Wanted::Live, $now);
    }

    public function withdraw(\DateTimeImmutable $now): void
    {
        $this->wish(Wanted::Down, $now);
    }

    /** The board gets its text anew. */
    public function sendAnew(\DateTimeImmutable $now): void
    {
        $this->sentHash = null;
        $this->wish($this->want, $now);
    }

    /** For longer: a board that charges for a posting charges once more. */
    public function renew(?\DateTimeImmutable $until, \DateTimeImmutable $now): void
    {
        if (null === $until || (null !== $this->until && $until <= $this->until)) {
            throw Refused::because('renewal_not_later', 'until');
        }
        $this->wish($this->want, $now);
        $this->until = $until;
        ++$this->runs;
    }

    /** What may be spent on it; null for no limit. */
    public function limit(?Money $budget): void
    {
        if (null !== $budget && !$budget->isPositive()) {
            throw Refused::because('budget_not_positive', 'budget');
        }
        [$this->budget, $this->budgetCurrency] = [$budget?->minor, $budget?->currency];
    }

    /** The day it was planned for has come. */
    public function begin(\DateTimeImmutable $now): void
    {
        if (PostingState::Planned !== $this->state || Wanted::Down === $this->want) {
            throw Refused::because('not_planned');
        }
        $this->state = $this->first();
        $this->liveAt = PostingState::Live === $this->state ? $now : null;
    }

    /** It has run to its last day. */
    public function end(\DateTimeImmutable $now): void
    {
        if ($this->state->isOver()) {
            throw Refused::because('posting_over');
        }
        [$this->state, $this->endedAt] = [PostingState::Ended, $now];
    }

    /** What its board has to be told next; null when it shows what is wanted. */
    public function nextStep(): ?PostingStep
    {
        $there = null !== $this->externalRef;
        $unsent = null === $this->sentHash || $this->sentUntil?->format('Y-m-d') !== $this->until?->format('Y-m-d');

        return PostingStep::next($this->want, $this->state, $there, $there && $unsent);
    }

    /**
     * The board has it under a number. That stays true whatever became of the posting while the board was asked.
     *
     * @param \DateTimeImmutable|null $until the last day the board was told
     */
    public function sent(Receipt $receipt, Advert $advert, ?\DateTimeImmutable $until): void
    {
        [$this->externalRef, $this->externalUrl] = [$receipt->ref, $receipt->url];
        $this->sentAnew($advert, $until);
    }

    /** @param \DateTimeImmutable|null $until the last day the board was told */
    public function sentAnew(Advert $advert, ?\DateTimeImmutable $until): void
    {
        [$this->sentHash, $this->sentUntil] = [$advert->fingerprint(), $until];
    }

    /** The board has it, and looks at it before it puts it up. */
    public function takenOn(): void
    {
        $this->become(PostingState::Asked);
    }

    /** @param string|null $url where it can be seen there, when the board says so */
    public function putUp(\DateTimeImmutable $now, ?string $url = null): void
    {
        $this->become(PostingState::Live);
        $this->liveAt ??= $now;
        $this->externalUrl = $url ?? $this->externalUrl;
        // it may have been wanted down while the board was putting it up
        $this->endedAt = Wanted::Down === $this->want ? $this->endedAt : null;
    }

    public function putToRest(): void
    {
        $this->become(PostingState::Paused);
    }

    public function takenDown(): void
    {
        $this->become(PostingState::Withdrawn);
    }

    public function turnedDown(?string $reason, \DateTimeImmutable $now): void
    {
        $this->become(PostingState::Refused);
        $this->reason = null === $reason ? null : mb_substr($reason, 0, self::LONGEST_REASON);
        $this->endedAt = $now;
    }

    private function become(PostingState $state): void
    {
        if ($this->state->isOver()) {
            throw Refused::because('posting_over');
        }
        $this->state = $state;
    }

    private function wish(Wanted $want, \DateTimeImmutable $now): void
    {
        if (!$this->isStanding()) {
            throw Refused::because('posting_over');
        }
        [$this->want, $this->endedAt] = [$want, Wanted::Down === $want ? $now : null];
        ++$this->wishes;
        if (PostingState::Planned === $this->state) {
            $this->state = Wanted::Down === $want ? PostingState::Withdrawn : $this->state;
        } elseif ($this->board->isOwn()) {
            $this->state = $this->onOwnSite();
        }
    }

    private function first(): PostingState
    {
        return $this->board->isOwn() ? $this->onOwnSite() : PostingState::Waiting;
    }

    private function onOwnSite(): PostingState
    {
        return match ($this->want) {
            Wanted::Live => PostingState::Live,
            Wanted::Paused => PostingState::Paused,
            Wanted::Down => PostingState::Withdrawn,
        };
    }
}
