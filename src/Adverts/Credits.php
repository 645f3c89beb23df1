<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

/** Which postings applications are put down to, and how many applicants let us remember what they followed. */
final readonly class Credits
{
    /**
     * @param array<int, array<string, float>> $byPosting shares of applications by posting and step
     * @param int                              $remembered applications that tell which adverts were followed
     */
    public function __construct(private array $byPosting, public int $remembered, public int $applications)
    {
    }

    /** @return array<string, float> by step */
    public function of(int $posting): array
    {
        return $this->byPosting[$posting] ?? [];
    }
}
