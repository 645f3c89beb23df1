<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Messages\Template;

/** What the forms send that change where a requisition stands. */
final readonly class Closing
{
    /**
     * @param string|null $tell   a box that is sent when everyone on the way is to be told
     * @param string|null $inPart sent when positions nobody signed for are given up
     */
    public function __construct(
        public string $reason = '',
        public ?string $tell = null,
        public string $subject = '',
        public string $body = '',
        public string $positions = '',
        public int $hire = 0,
        #[\Symfony\Component\Serializer\Attribute\SerializedName('in_part')]
        public ?string $inPart = null,
    ) {
    }

    /** What everyone on the way is told; null for nothing. */
    public function word(): ?Template
    {
        return null === $this->tell ? null : new Template(trim($this->subject), trim($this->body));
    }
}
