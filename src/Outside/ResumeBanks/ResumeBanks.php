<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** The outside databases that may be asked, by their keys. */
final readonly class ResumeBanks
{
    /** @var non-empty-array<string, ResumeBank> */
    public array $all;

    /** @param iterable<ResumeBank> $banks */
    public function __construct(#[AutowireIterator(ResumeBank::class)] iterable $banks)
    {
        $all = [];
        foreach ($banks as $bank) {
            $all[$bank->key()] = $bank;
        }
        ksort($all);
        $this->all = [] === $all ? throw new \LogicException('There is no outside database.') : $all;
    }

    public function get(string $key): ?ResumeBank
    {
        return $this->all[$key] ?? null;
    }
}
