<?php

declare(strict_types=1);

namespace Jorvent\Outside\Records;

use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;

/** Muster Roll: JSON over HTTP; the same Idempotency-Key gives the same number. */
#[AsAlias(HrRecords::class)]
final readonly class MusterRoll implements HrRecords
{
    public function __construct(private Http $http)
    {
    }

    public function create(array $person, string $key): string
    {
        $answer = $this->http->json('POST', '/records/people', $person, ['Idempotency-Key' => $key]);

        return \is_string($answer['number'] ?? null) ? $answer['number'] : throw new NotNow('answered without a number for the person');
    }
}
