<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks\StandIn;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** An archive that answers by ticket, some seconds later, and fails one search in six at the first try. */
final readonly class FathomStandIn implements StandIn
{
    public const SECONDS = 3;
    private const KEPT = 40;

    private BankPeople $people;

    public function __construct(string $dir, private \DateTimeImmutable $today, private Shelf $tickets)
    {
        $this->people = new BankPeople($dir, 'fathom', 'FA', [9 => 1_500, 8 => 80], $today);
    }

    public function describe(): array
    {
        return ['name' => 'Fathom', 'what' => 'archive of resumes, '.$this->people->count().' invented people, answers after '.self::SECONDS.' s, fails now and then'];
    }

    public function answer(Request $request, string $path): Response
    {
        if ('/searches' === $path && $request->isMethod('POST')) {
            $ask = json_decode($request->getContent(), true);
            $ticket = bin2hex(random_bytes(6));
            $fails = false;
            $this->tickets->change(static function (array $all) use ($ask, $ticket, &$fails): array {
                $count = 1 + (\is_int($all['count'] ?? null) ? $all['count'] : 0);
                $fails = 0 === $count % 6;

                return ['count' => $count, 'open' => \array_slice([...\is_array($all['open'] ?? null) ? $all['open'] : [], $ticket => ['ask' => $ask, 'at' => time()]], -self::KEPT)];
            });

            return $fails ? new JsonResponse(['error' => 'the archive is being moved'], 503) : new JsonResponse(['ticket' => $ticket], 202);
        }
        if (1 === preg_match('#^/searches/(\w+)$#', $path, $m)) {
            $open = $this->tickets->read()['open'] ?? null;
            $one = \is_array($open) ? $open[$m[1]] ?? null : null;
            if (!\is_array($one) || !\is_array($one['ask'] ?? null)) {
                return new JsonResponse(['error' => 'no such ticket'], 404);
            }

            return time() < (\is_int($one['at'] ?? null) ? $one['at'] : 0) + self::SECONDS ? new JsonResponse(['done' => false]) : $this->found($one['ask']);
        }
        $one = 1 === preg_match('#^/people/([\w-]+)$#', $path, $m) ? $this->people->one($m[1]) : null;

        return null === $one ? new JsonResponse(['error' => 'nobody of that reference'], 404) : new JsonResponse(array_diff_key($one, ['words' => 0]));
    }

    public function traffic(): array
    {
        return [];
    }

    /** @param array<array-key, mixed> $ask */
    private function found(array $ask): Response
    {
        $months = \is_int($ask['active_months'] ?? null) ? $ask['active_months'] : null;
        $since = null === $months ? '' : $this->today->modify("-$months months")->format('Y-m-d');
        $found = $this->people->find(self::node(\is_array($ask['ask'] ?? null) ? $ask['ask'] : []), null === $months ? null : static fn (array $one): bool => ($one['active_on'] ?? '') >= $since);

        return new JsonResponse(['done' => true, 'total' => \count($found), 'holds' => $this->people->count(), 'hits' => array_map(BankPeople::preview(...), \array_slice($found, 0, max(0, min(75, \is_int($ask['send'] ?? null) ? $ask['send'] : 20))))]);
    }

    /** @param array<array-key, mixed> $tree */
    private static function node(array $tree): ?Node
    {
        $nodes = static fn (mixed $of): array => array_values(array_filter(array_map(static fn (mixed $n): ?Node => \is_array($n) ? self::node($n) : null, \is_array($of) ? $of : [])));
        $words = array_values(array_filter(\is_array($tree['words'] ?? null) ? $tree['words'] : [], is_string(...)));
        [$all, $any] = [$nodes($tree['all'] ?? null), $nodes($tree['any'] ?? null)];

        return match (true) {
            [] !== $words => new Row($words), [] !== $all => new All($all), [] !== $any => new Any($any), default => null,
        };
    }
}
