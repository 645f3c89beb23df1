<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Jorvent\Core\Federation\Abilities;
use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Kind;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;

/** Fathom: an archive that searches at its own pace: it takes the question as a tree, gives a ticket, and has the answer some seconds later; now and then it is not there at all. It cannot leave out. */
final readonly class Fathom implements ResumeBank
{
    public function __construct(private Http $http)
    {
    }

    public function key(): string
    {
        return 'fathom';
    }

    public function name(): string
    {
        return 'Fathom';
    }

    public function abilities(): Abilities
    {
        return new Abilities(or: true, phrases: true, criteria: [Kind::Active]);
    }

    public function search(?Node $node, array $criteria, int $most): BankAnswer
    {
        $answer = $this->http->json('POST', '/fathom/searches', ['ask' => null === $node ? ['all' => []] : self::tree($node), 'active_months' => ($criteria[0] ?? null)?->to, 'send' => $most]);

        return \is_string($answer['ticket'] ?? null) ? new BankAnswer(0, 0, [], $answer['ticket']) : throw new NotNow('answered without a ticket');
    }

    public function collect(string $ticket): BankAnswer
    {
        $answer = $this->http->json('GET', '/fathom/searches/'.rawurlencode($ticket));
        if (false === ($answer['done'] ?? null)) {
            return new BankAnswer(0, 0, [], $ticket);
        }
        if (!\is_int($answer['total'] ?? null) || !\is_array($answer['hits'] ?? null)) {
            throw new NotNow('answered without a count');
        }

        return new BankAnswer($answer['total'], \is_int($answer['holds'] ?? null) ? $answer['holds'] : 0, array_values(array_map(BankPerson::fromArray(...), array_filter($answer['hits'], is_array(...)))));
    }

    public function fetch(string $ref): BankPerson
    {
        $person = BankPerson::fromArray($this->http->json('GET', '/fathom/people/'.rawurlencode($ref)));

        return '' === $person->ref ? throw new NotNow('answered without a person') : $person;
    }

    /** @return array<string, mixed> */
    private static function tree(Node $node): array
    {
        return match (true) {
            $node instanceof Row => ['words' => $node->terms],
            $node instanceof All => ['all' => array_map(self::tree(...), $node->nodes)],
            $node instanceof Any => ['any' => array_map(self::tree(...), $node->nodes)],
            default => throw new \LogicException('It was promised words, all and any.'),
        };
    }
}
