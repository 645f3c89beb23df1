<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Jorvent\Core\Federation\Abilities;
use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Kind;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;

/** Ropewalk: knows single words only, those that must stand in a resume and those that must not, and towns by name; answers in XML. */
final readonly class Ropewalk implements ResumeBank
{
    private const SENDS = 60;

    public function __construct(private Http $http)
    {
    }

    public function key(): string
    {
        return 'ropewalk';
    }

    public function name(): string
    {
        return 'Ropewalk';
    }

    public function abilities(): Abilities
    {
        return new Abilities(not: true, criteria: [Kind::Place]);
    }

    public function search(?Node $node, array $criteria, int $most): BankAnswer
    {
        $with = $without = [];
        self::words($node, $with, $without);
        $xml = $this->xml('/ropewalk/find?'.http_build_query(['with' => implode(' ', $with), 'without' => implode(' ', $without), 'towns' => implode('|', ($criteria[0] ?? null)->values ?? []), 'send' => min($most, self::SENDS)]));
        if (!isset($xml['found'])) {
            throw new NotNow('answered without a count');
        }
        $people = [];
        foreach ($xml->resume as $resume) {
            $people[] = self::person($resume);
        }

        return new BankAnswer((int) $xml['found'], (int) $xml['of'], $people);
    }

    public function collect(string $ticket): BankAnswer
    {
        throw new NotNow('knows nothing of that search');
    }

    public function fetch(string $ref): BankPerson
    {
        $person = self::person($this->xml('/ropewalk/card/'.rawurlencode($ref)));

        return '' === $person->ref ? throw new NotNow('answered without a person') : $person;
    }

    /**
     * @param list<string> $with
     * @param list<string> $without
     */
    private static function words(?Node $node, array &$with, array &$without): void
    {
        match (true) {
            null === $node => null,
            $node instanceof Row => $with[] = $node->terms[0],
            $node instanceof Not && $node->node instanceof Row => $without[] = $node->node->terms[0],
            $node instanceof All => array_map(static function (Node $n) use (&$with, &$without): void {
                self::words($n, $with, $without);
            }, $node->nodes),
            default => throw new \LogicException('It was promised single words.'),
        };
    }

    private function xml(string $path): \SimpleXMLElement
    {
        $before = libxml_use_internal_errors(true);
        $xml = simplexml_load_string($this->http->text('GET', $path), options: \LIBXML_NONET);
        libxml_clear_errors();
        libxml_use_internal_errors($before);

        return false === $xml || !\in_array($xml->getName(), ['resumes', 'resume'], true) ? throw new NotNow('answered something that is not what was agreed') : $xml;
    }

    private static function person(\SimpleXMLElement $x): BankPerson
    {
        $said = static function (string $name) use ($x): ?string {
            $child = $x->xpath($name)[0] ?? null;

            return null === $child || '' === (string) $child ? null : (string) $child;
        };

        return BankPerson::fromArray(['ref' => (string) $x['ref'], 'name' => $said('name'), 'email' => $said('email'), 'phone' => $said('phone'), 'headline' => $said('headline'), 'city' => $said('town'), 'country' => $said('country'), 'years' => $said('years'), 'would_move' => match ($said('moves')) {
            'yes' => true, 'no' => false, default => null,
        }, 'text' => $said('text'), 'active_on' => $said('active'), 'mail_sha256' => $said('mail')]);
    }
}
