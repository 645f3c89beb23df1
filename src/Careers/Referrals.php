<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Entity\PaidCredit;
use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Entity\ReferralTerms;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\ReferralQuery;
use Jorvent\Careers\Repository\ReferralRepository;
use Jorvent\Core\Careers\CreditState;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Someone tells a friend of an opening. They get a link of their own by mail and pass it on themselves: nobody gives us
 * someone else's address. Who came by it is known to those who hire; the one who told of it sees numbers alone.
 */
final readonly class Referrals
{
    private const CODE_BYTES = 5;

    public function __construct(
        private Db $db,
        private ReferralRepository $referrals,
        private ReferralQuery $query,
        private ReferralMail $mail,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function terms(): ReferralTerms
    {
        return $this->referrals->terms();
    }

    /** @param string $domains of mail addresses, with spaces, commas or line breaks between */
    public function saveTerms(?Money $credit, int $afterDays, string $domains, int $seen): void
    {
        $list = preg_split('/[\s,;]+/', mb_strtolower($domains), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $this->db->transaction(function () use ($credit, $afterDays, $list, $seen): void {
            $this->referrals->heldTerms()->change($credit, $afterDays, $list, $seen);
            $this->log->record('referral.terms_saved', 'referral', ReferralTerms::ID, change: [
                'credit' => $credit?->minor, 'currency' => $credit?->currency,
            ]);
        });
    }

    /** Mails the link; who asks again for the same opening gets the same link again. */
    public function ask(string $name, string $email, Opening $opening, BrandView $brand, string $locale): void
    {
        Refused::unlessEmpty(Referral::blockers($name, $email));
        $this->db->again(function () use ($name, $email, $opening, $brand, $locale): void {
            $referral = $this->referrals->ofAddress($opening->id, $email);
            if (null === $referral) {
                $code = bin2hex(random_bytes(self::CODE_BYTES));
                $promise = $this->referrals->terms()->promise($email);
                $now = $this->clock->now();
                $referral = new Referral($opening->id, $code, $name, $email, $locale, $promise, $now);
                $this->referrals->add($referral);
            }
            $referral->askedAgain($locale);
            $this->mail->send($referral, $opening, $brand);
        });
    }

    /** The one of a code, when it leads to that opening. */
    public function of(string $code, int $requisition): ?Referral
    {
        return $this->referrals->byCode($code, $requisition);
    }

    /** The credit for a friend who was hired is paid today. */
    public function pay(int $application, int $by): void
    {
        $this->db->transaction(function () use ($application, $by): void {
            $came = $this->query->ofApplication($application) ?? throw Refused::because('missing');
            $credit = $came->credit->amount;
            if (null === $credit || CreditState::Due !== $came->credit->state) {
                throw Refused::because('credit_not_due');
            }
            $today = $this->clock->now()->setTime(0, 0);
            $this->referrals->add(new PaidCredit($application, $credit, $today, $by));
            $this->log->record('referral.paid', 'application', $application, change: [
                'amount' => $credit->minor, 'currency' => $credit->currency,
            ]);
        }, 'credit_not_due');
    }
}
