<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Jorvent\Outside\Http;
use Jorvent\Platform\Outbox\NotNow;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;

/** Crewfold: a resume database with a query line much like ours, over JSON and HTTP. */
#[AsAlias(ResumeBank::class)]
final readonly class Crewfold implements ResumeBank
{
    public function __construct(private Http $http)
    {
    }

    public function key(): string
    {
        return 'crewfold';
    }

    public function name(): string
    {
        return 'Crewfold';
    }

    public function search(string $query, int $limit): BankAnswer
    {
        $answer = $this->http->json('GET', '/resumes/search?'.http_build_query(['q' => $query, 'limit' => $limit]));
        if (!\is_int($answer['count'] ?? null) || !\is_array($answer['people'] ?? null)) {
            throw new NotNow('answered without a count');
        }

        return new BankAnswer($answer['count'], \is_int($answer['population'] ?? null) ? $answer['population'] : 0, array_values(array_map(BankPerson::fromArray(...), array_filter($answer['people'], is_array(...)))));
    }

    public function fetch(string $ref): BankPerson
    {
        $person = BankPerson::fromArray($this->http->json('GET', '/resumes/'.rawurlencode($ref)));

        return '' === $person->ref ? throw new NotNow('answered without a person') : $person;
    }
}
