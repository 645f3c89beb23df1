<?php

declare(strict_types=1);

namespace Jorvent\Platform\Clock;

use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** The only clock of the application: UTC, whole seconds. A file "clock-offset" in the instance's folder shifts it, so that tests of several processes can set the time. */
#[AsAlias(ClockInterface::class)]
final class AdjustableClock implements ClockInterface
{
    private ?int $offset = null;

    public function __construct(#[Autowire('%env(JORVENT_VAR)%')] private readonly string $dir)
    {
    }

    public function now(): \DateTimeImmutable
    {
        return (new \DateTimeImmutable('@'.(time() + $this->offset())))->setTimezone(new \DateTimeZone('UTC'));
    }

    public function moveTo(\DateTimeImmutable $moment): void
    {
        $this->offset = $moment->getTimestamp() - time();
    }

    private function offset(): int
    {
        if (null !== $this->offset) {
            return $this->offset;
        }
        // read each time, so that a running worker follows too; without the file it is one look at the folder
        $file = $this->dir.'/clock-offset';
        clearstatcache(true, $file);

        return is_file($file) ? (int) file_get_contents($file) : 0;
    }
}
