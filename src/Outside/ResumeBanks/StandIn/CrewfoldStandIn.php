<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks\StandIn;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Parser;
use Jorvent\Demo\People;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A resume database of some 2,000 invented people, made from a seed and kept, with its words, in a PHP file that opcache holds. */
final readonly class CrewfoldStandIn implements StandIn
{
    public const PEOPLE = 2000;

    public function __construct(private string $dir, private \DateTimeImmutable $today)
    {
    }

    public function describe(): array
    {
        return ['name' => 'Crewfold', 'what' => 'resume database, '.self::PEOPLE.' invented people'];
    }

    public function answer(Request $request, string $path): Response
    {
        $people = $this->people();
        if ('/search' === $path) {
            return $this->search($people, $request->query->getString('q'), max(0, min(200, $request->query->getInt('limit', 25))));
        }
        foreach ($people as $person) {
            if ($person['ref'] === substr($path, 1)) {
                unset($person['words']);

                return new JsonResponse($person);
            }
        }

        return new JsonResponse(['error' => 'nobody of that reference'], 404);
    }

    public function traffic(): array
    {
        return [];
    }

    /** @param list<array<string, mixed>> $people */
    private function search(array $people, string $query, int $limit): Response
    {
        $parsed = (new Parser())->parse($query);
        if ([] !== $parsed->errors()) {
            return new JsonResponse(['error' => 'query not understood'], 422);
        }
        $evaluator = new Evaluator();
        $found = [];
        $count = 0;
        foreach ($people as $person) {
            /** @var array<array-key, list<int>> $words */
            $words = $person['words'];
            if (null === $parsed->node || $evaluator->matches($parsed->node, new Document($words))) {
                ++$count;
                if (\count($found) < $limit) {
                    unset($person['words']);
                    $found[] = $person;
                }
            }
        }

        return new JsonResponse(['count' => $count, 'population' => \count($people), 'people' => $found]);
    }

    /** @return list<array<string, mixed>> */
    private function people(): array
    {
        $file = $this->dir.'/crewfold-'.$this->today->format('Ymd').'.php';
        if (!is_file($file)) {
            $people = [];
            foreach ((new People(7, $this->today))->many(self::PEOPLE) as $i => $person) {
                $people[] = [...$person, 'ref' => 'CF-'.(10_000 + $i), 'words' => Document::of($person['headline'], $person['text'])->positions];
            }
            $temporary = $file.'.'.getmypid();
            file_put_contents($temporary, '<?php return '.var_export($people, true).';');
            rename($temporary, $file);
        }

        /** @var list<array<string, mixed>> */
        return require $file;
    }
}
