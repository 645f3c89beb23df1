<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Jorvent\Core\Federation\Abilities;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Search\Kind;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;

/** Crewfold: a query line much like ours over JSON, in pages, and no more than so many questions in ten seconds. */
final readonly class Crewfold implements ResumeBank
{
    private const PAGE = 25;

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

    public function abilities(): Abilities
    {
        return new Abilities(or: true, not: true, phrases: true, prefixes: true, criteria: [Kind::Years]);
    }

    public function search(?Node $node, array $criteria, int $most): BankAnswer
    {
        $people = [];
        $count = $population = 0;
        for ($page = 1; 1 === $page || (\count($people) < min($most, $count) && $page <= ceil($most / self::PAGE)); ++$page) {
            $answer = $this->http->json('GET', '/resumes/search?'.http_build_query(['q' => null === $node ? '' : (new Printer())->write($node), 'years_from' => ($criteria[0] ?? null)?->from, 'page' => $page, 'per_page' => min(self::PAGE, $most)]));
            if (!\is_int($answer['count'] ?? null) || !\is_array($answer['people'] ?? null)) {
                throw new NotNow('answered without a count');
            }
            [$count, $population] = [$answer['count'], \is_int($answer['population'] ?? null) ? $answer['population'] : 0];
            if ([] === $answer['people']) {
                break;
            }
            array_push($people, ...array_values(array_map(BankPerson::fromArray(...), array_filter($answer['people'], is_array(...)))));
        }

        return new BankAnswer($count, $population, \array_slice($people, 0, $most));
    }

    public function collect(string $ticket): BankAnswer
    {
        throw new NotNow('knows nothing of that search');
    }

    public function fetch(string $ref): BankPerson
    {
        $person = BankPerson::fromArray($this->http->json('GET', '/resumes/'.rawurlencode($ref)));

        return '' === $person->ref ? throw new NotNow('answered without a person') : $person;
    }
}
