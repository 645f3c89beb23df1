<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Messages\Mailing;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;

/** The mail that says that an application came in, with the link to its status. */
final readonly class ApplicationMail
{
    private const STATUS_DAYS = 400;
    private const CONFIRM_DAYS = 30;

    public function __construct(private Mailing $mailing, private GuestLinks $links)
    {
    }

    /**
     * @param bool $isApart whether the address has to be confirmed, since someone else is known by it
     *
     * @return string the address of the status page
     */
    public function received(
        int $application,
        int $candidate,
        int $requisition,
        bool $isApart,
        string $locale,
    ): string {
        $status = $this->links->mailed(LinkPurpose::Status, $application, self::STATUS_DAYS);
        $links = ['link' => $status];
        if ($isApart) {
            $links['confirm'] = $this->links->mailed(LinkPurpose::Confirm, $application, self::CONFIRM_DAYS);
        }
        $template = $this->mailing->template($isApart ? 'applied_confirm' : 'applied', $locale);
        $this->mailing->toCandidate('applied-'.$application, $candidate, $requisition, $template, $links);

        return $status->address();
    }
}
