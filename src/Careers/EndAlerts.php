<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\Careers\Repository\AlertRepository;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\Holders;

/**
 * An alert goes, with its links, its file, and the person when they are known for nothing else. Run in a transaction.
 */
final readonly class EndAlerts
{
    public function __construct(
        private AlertRepository $alerts,
        private LeftResumes $resumes,
        private Holders $holders,
        private GuestLinks $links,
    ) {
    }

    public function end(OpeningAlert $alert): void
    {
        $candidate = $alert->candidateId();
        $file = $alert->resume()?->sha256;
        $this->links->revoke(LinkPurpose::Alert, $alert->id);
        $this->alerts->remove($alert);
        if (null !== $candidate) {
            $this->resumes->end($candidate);
        } elseif (null !== $file) {
            $this->holders->drop($file);
        }
    }

    /** Another of the same person takes its place. */
    public function replaced(OpeningAlert $alert): void
    {
        $this->links->revoke(LinkPurpose::Alert, $alert->id);
        $this->alerts->remove($alert);
    }
}
