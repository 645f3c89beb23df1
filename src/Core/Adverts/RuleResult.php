<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Shared\Refusal;

/** One rule of a board held against one advert: what is there, what the board asks, and whether that will do. */
final readonly class RuleResult
{
    /**
     * @param string       $rule    one of BoardRules::RULES
     * @param Refusal|null $problem null when it will do; its field is the field of the brief that mends it
     * @param bool         $advice  the board takes it all the same
     */
    public function __construct(
        public string $rule,
        public string $have,
        public string $limit,
        public ?Refusal $problem,
        public bool $advice = false,
    ) {
    }

    public function fails(): bool
    {
        return null !== $this->problem && !$this->advice;
    }

    public function advises(): bool
    {
        return null !== $this->problem && $this->advice;
    }
}
