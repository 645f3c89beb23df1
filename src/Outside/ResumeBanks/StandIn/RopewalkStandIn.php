<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks\StandIn;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A register that knows single words and towns, and answers in XML. */
final readonly class RopewalkStandIn implements StandIn
{
    private BankPeople $people;

    public function __construct(string $dir, \DateTimeImmutable $today)
    {
        $this->people = new BankPeople($dir, 'ropewalk', 'RW', [8 => 1_200, 7 => 150], $today);
    }

    public function describe(): array
    {
        return ['name' => 'Ropewalk', 'what' => 'register of resumes, '.$this->people->count().' invented people, single words only, XML'];
    }

    public function answer(Request $request, string $path): Response
    {
        if ('/find' === $path) {
            $words = static fn (string $of): array => array_values(array_filter(explode(' ', $request->query->getString($of)), static fn (string $w): bool => '' !== $w));
            $nodes = [...array_map(static fn (string $w): Row => new Row([$w]), $words('with')), ...array_map(static fn (string $w): Not => new Not(new Row([$w])), $words('without'))];
            $towns = array_filter(explode('|', mb_strtolower($request->query->getString('towns'))), static fn (string $t): bool => '' !== $t);
            $found = $this->people->find([] === $nodes ? null : new All($nodes), [] === $towns ? null : static fn (array $one): bool => \in_array(mb_strtolower(\is_string($one['city']) ? $one['city'] : ''), $towns, true));
            $xml = new \SimpleXMLElement('<resumes/>');
            $xml->addAttribute('found', (string) \count($found));
            $xml->addAttribute('of', (string) $this->people->count());
            foreach (\array_slice($found, 0, max(0, min(60, $request->query->getInt('send', 20)))) as $one) {
                self::write($xml->addChild('resume'), BankPeople::preview($one));
            }

            return self::xml($xml);
        }
        $one = 1 === preg_match('#^/card/([\w-]+)$#', $path, $m) ? $this->people->one($m[1]) : null;
        if (null === $one) {
            return new Response('nobody', 404);
        }
        self::write($xml = new \SimpleXMLElement('<resume/>'), $one);

        return self::xml($xml);
    }

    public function traffic(): array
    {
        return [];
    }

    private static function xml(\SimpleXMLElement $xml): Response
    {
        return new Response((string) $xml->asXML(), 200, ['Content-Type' => 'application/xml']);
    }

    /** @param array<string, mixed> $one */
    private static function write(?\SimpleXMLElement $x, array $one): void
    {
        if (null === $x) {
            return;
        }
        $x->addAttribute('ref', \is_string($one['ref'] ?? null) ? $one['ref'] : '');
        foreach (['name' => 'name', 'email' => 'email', 'phone' => 'phone', 'headline' => 'headline', 'town' => 'city', 'country' => 'country', 'years' => 'years', 'text' => 'text', 'active' => 'active_on', 'mail' => 'mail_sha256'] as $tag => $key) {
            if (\is_scalar($one[$key] ?? null)) {
                // control characters have no place in XML
                $x->addChild($tag, htmlspecialchars((string) preg_replace('/[^\x09\x0A\x0D\x20-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u', ' ', (string) $one[$key]), \ENT_XML1));
            }
        }
        if (\is_bool($one['would_move'] ?? null)) {
            $x->addChild('moves', $one['would_move'] ? 'yes' : 'no');
        }
    }
}
