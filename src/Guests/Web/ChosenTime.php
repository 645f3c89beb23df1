<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** The time that a candidate picks. */
final readonly class ChosenTime
{
    private const SECONDS = '/^\d{9,11}$/D';

    /** @param string $at seconds since 1970 in UTC */
    public function __construct(private string $at = '')
    {
    }

    /** Null when it can not be read. */
    public function start(): ?\DateTimeImmutable
    {
        return 1 === preg_match(self::SECONDS, $this->at) ? new \DateTimeImmutable('@'.$this->at) : null;
    }
}
