<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Symfony\Contracts\Service\ResetInterface;
use Twig\Extension\ProfilerExtension;
use Twig\Profiler\Profile;

/** Knows which template is being drawn: Twig tells a profiler of each that begins and ends. */
final class RenderWatch extends ProfilerExtension implements ResetInterface
{
    /** @var list<string> */
    private array $drawn = [];

    public function __construct()
    {
        parent::__construct(new Profile());
    }

    public function enter(Profile $profile): void
    {
        $this->drawn[] = $profile->getTemplate();
    }

    public function leave(Profile $profile): void
    {
        array_pop($this->drawn);
    }

    /** What failed while it was drawn is over with its request. */
    public function reset(): void
    {
        $this->drawn = [];
    }

    public function template(): ?string
    {
        return $this->drawn[\count($this->drawn) - 1] ?? null;
    }
}
