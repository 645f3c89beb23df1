<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks\StandIn;

use Jorvent\Core\Query\Parser;
use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A resume database with a query line, pages, and a limit of questions. */
final readonly class CrewfoldStandIn implements StandIn
{
    public const PEOPLE = 2000;
    public const QUESTIONS = 60;
    public const SECONDS = 10;

    private BankPeople $people;

    public function __construct(string $dir, \DateTimeImmutable $today, private Shelf $asked)
    {
        $this->people = new BankPeople($dir, 'crewfold', 'CF', [7 => self::PEOPLE], $today);
    }

    public function describe(): array
    {
        return ['name' => 'Crewfold', 'what' => 'resume database, '.self::PEOPLE.' invented people, '.self::QUESTIONS.' questions in '.self::SECONDS.' s'];
    }

    public function answer(Request $request, string $path): Response
    {
        $now = time();
        $asked = $this->asked->change(static fn (array $times): array => [...array_values(array_filter($times, static fn (mixed $t): bool => \is_int($t) && $t > $now - self::SECONDS)), $now]);
        if (\count($asked) > self::QUESTIONS) {
            return new JsonResponse(['error' => 'too many questions'], 429, ['Retry-After' => (string) self::SECONDS]);
        }
        if ('/search' === $path) {
            return $this->search($request);
        }
        $one = $this->people->one(substr($path, 1));

        return null === $one ? new JsonResponse(['error' => 'nobody of that reference'], 404) : new JsonResponse(array_diff_key($one, ['words' => 0]));
    }

    public function traffic(): array
    {
        return [];
    }

    private function search(Request $request): Response
    {
        $parsed = (new Parser())->parse($request->query->getString('q'));
        if ([] !== $parsed->errors()) {
            return new JsonResponse(['error' => 'query not understood'], 422);
        }
        $years = $request->query->getInt('years_from');
        $found = $this->people->find($parsed->node, 0 === $years ? null : static fn (array $one): bool => null !== $one['years'] && $one['years'] >= $years);
        $per = max(0, min(50, $request->query->getInt('per_page', 25)));

        return new JsonResponse(['count' => \count($found), 'population' => $this->people->count(), 'people' => array_map(BankPeople::preview(...), \array_slice($found, $per * (max(1, $request->query->getInt('page', 1)) - 1), $per))]);
    }
}
