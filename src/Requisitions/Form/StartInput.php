<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Requisitions\CopiedPart;
use Jorvent\Requisitions\Read\SiteOption;

/** What a new requisition starts from, and where it is. */
final class StartInput
{
    public ?Start $from;
    public ?string $profile = null;
    public ?string $earlier = null;
    public ?string $template = null;
    public ?UnitChoice $unit = null;
    public ?SiteOption $site = null;
    /** @var list<CopiedPart> of the earlier requisition */
    public array $part;

    public function __construct(Start $from)
    {
        $this->from = $from;
        $this->part = CopiedPart::cases();
    }
}
