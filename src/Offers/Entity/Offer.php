<?php

declare(strict_types=1);

namespace Jorvent\Offers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Platform\Database\Schema\InetType;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

#[ORM\Entity]
#[ORM\Table(name: 'offer')]
class Offer
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $version = 1;

    #[ORM\Column(type: Types::BIGINT)]
    private int $base;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true])]
    private string $currency;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $firstDay;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::DATE_IMMUTABLE)]
    public \DateTimeImmutable $answerBy;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: OfferState::class)]
    public OfferState $state = OfferState::Draft;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(name: 'letter_sha256', type: Types::STRING, length: 64, nullable: true, options: ['fixed' => true])]
    public ?string $letter = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $sentAt = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    public ?\DateTimeImmutable $decidedAt = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $signedName = null;

    #[ORM\Column(type: InetType::NAME, nullable: true)]
    private ?string $signedFrom = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $declineReason = null;

    public function __construct(
        #[ORM\Column]
        #[Reference('application')]
        public readonly int $applicationId,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $composedBy,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
        OfferTerms $terms,
    ) {
        $this->take($terms);
    }

    public function base(): Money
    {
        return new Money($this->base, $this->currency);
    }

    public function compose(OfferTerms $terms): void
    {
        HiringAct::ComposeOffer->checkOffer($this->state);
        $this->take($terms);
        $this->state = OfferState::Draft;
        ++$this->version;
    }

    public function ask(bool $agreementNeeded): void
    {
        HiringAct::AskAgreement->checkOffer($this->state);
        $this->state = $agreementNeeded ? OfferState::Asked : OfferState::Agreed;
    }

    public function agree(): void
    {
        HiringAct::DecideOffer->checkOffer($this->state);
        $this->state = OfferState::Agreed;
    }

    public function backToDraft(): void
    {
        HiringAct::DecideOffer->checkOffer($this->state);
        $this->state = OfferState::Draft;
    }

    public function send(string $letter, \DateTimeImmutable $now): void
    {
        HiringAct::SendOffer->checkOffer($this->state);
        if ($this->answerBy->setTime(23, 59, 59) < $now) {
            throw Refused::because('day_has_passed', 'answer_by');
        }
        $this->state = OfferState::Sent;
        $this->letter = $letter;
        $this->sentAt = $now;
    }

    /**
     * @param string $letter the hash of the letter the signer has before them
     *
     * @throws Refused
     */
    public function canBeSigned(string $letter, \DateTimeImmutable $now): void
    {
        $this->open($now);
        if ($letter !== $this->letter) {
            throw Refused::because('letter_changed');
        }
    }

    /** @param string $letter the hash of the letter the signer had before them */
    public function accept(string $name, string $letter, ?string $from, \DateTimeImmutable $now): void
    {
        $this->canBeSigned($letter, $now);
        $this->state = OfferState::Accepted;
        $this->signedName = $name;
        $this->signedFrom = $from;
        $this->decidedAt = $now;
    }

    public function decline(string $reason, \DateTimeImmutable $now): void
    {
        $this->open($now);
        $this->state = OfferState::Declined;
        $this->declineReason = $reason;
        $this->decidedAt = $now;
    }

    public function withdraw(\DateTimeImmutable $now): void
    {
        HiringAct::TakeBackOffer->checkOffer($this->state);
        $this->state = OfferState::Withdrawn;
        $this->decidedAt = $now;
    }

    private function open(\DateTimeImmutable $now): void
    {
        HiringAct::SignOffer->checkOffer($this->state);
        if ($this->answerBy->setTime(23, 59, 59) < $now) {
            throw Refused::because('offer_expired');
        }
    }

    private function take(OfferTerms $terms): void
    {
        $this->base = ($terms->base ?? throw new \LogicException('Terms are checked before they are taken.'))->minor;
        $this->currency = $terms->base->currency;
        $this->firstDay = $terms->firstDay ?? throw new \LogicException('Terms are checked before they are taken.');
        $this->answerBy = $terms->answerBy ?? throw new \LogicException('Terms are checked before they are taken.');
    }
}
