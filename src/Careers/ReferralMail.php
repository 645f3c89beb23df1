<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\Referral;
use Jorvent\Careers\Read\Opening;
use Jorvent\Messages\Mailing;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** The mail with someone's own link to an opening, what is promised for it, and the link that tells what came of it. */
final readonly class ReferralMail
{
    private const STATUS_DAYS = 400;
    /** Whoever asks again and again does not fill someone's mailbox. */
    private const QUIET_SECONDS = 900;

    public function __construct(
        private Mailing $mailing,
        private GuestLinks $links,
        private ClockInterface $clock,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    public function send(Referral $referral, Opening $opening, BrandView $brand): void
    {
        $quarter = intdiv($this->clock->now()->getTimestamp(), self::QUIET_SECONDS);
        $credit = $referral->promise()->credit();
        $template = $this->mailing->template(null === $credit ? 'referral' : 'referral_credit', $referral->locale());
        $values = [
            'name' => explode(' ', $referral->name())[0],
            'opening' => $opening->text->title,
            'place' => $opening->city(),
            'company' => $brand->name,
            'link' => $this->url.'/careers/'.$opening->number.'?from='.$referral->code,
            'status' => $this->links->mailed(LinkPurpose::Referral, $referral->id, self::STATUS_DAYS),
        ];
        if (null !== $credit) {
            $values['credit'] = $credit->currency.' '.$credit->units();
            $values['days'] = (string) $referral->promise()->afterDays();
        }
        $key = 'referral-'.$referral->id.'-'.$quarter;
        $this->mailing->toAddress($key, 'referral', $referral->id, $referral->email(), $template, $values);
    }
}
