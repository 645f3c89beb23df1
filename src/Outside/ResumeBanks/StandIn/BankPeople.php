<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks\StandIn;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Node;
use Jorvent\Demo\People;

/**
 * The invented people of a stand-in, made from a seed once a day and kept, with their words, in a PHP file that opcache holds. Some stand in more than one database, as people do.
 *
 * @phpstan-type One array{ref: string, name: string, email: string|null, phone: string|null, headline: string, city: string|null, country: string|null, years: float|null, would_move: bool|null, text: string, active_on: string|null, words: string}
 */
final readonly class BankPeople
{
    /** @param array<int, int> $many how many of which seed */
    public function __construct(private string $dir, private string $key, private string $prefix, private array $many, private \DateTimeImmutable $today)
    {
    }

    public function count(): int
    {
        return array_sum($this->many);
    }

    /**
     * @param (callable(One): bool)|null $and
     *
     * @return list<One> whom a question finds
     */
    public function find(?Node $node, ?callable $and = null): array
    {
        $evaluator = new Evaluator();

        return array_values(array_filter($this->all(), static fn (array $one): bool => (null === $node || $evaluator->matches($node, new Document($one['words']))) && (null === $and || $and($one))));
    }

    /** @return One|null */
    public function one(string $ref): ?array
    {
        foreach ($this->all() as $one) {
            if ($one['ref'] === $ref) {
                return $one;
            }
        }

        return null;
    }

    /**
     * As it is shown before a contact view is spent: without name and address, also in the text.
     *
     * @param One $one
     *
     * @return array<string, mixed>
     */
    public static function preview(array $one): array
    {
        $text = str_replace(array_filter([$one['name'], $one['email'] ?? '', $one['phone'] ?? ''], static fn (string $s): bool => '' !== $s), '', $one['text']);

        return ['name' => null, 'email' => null, 'phone' => null, 'mail_sha256' => null === $one['email'] ? null : hash('sha256', mb_strtolower($one['email'])), 'text' => trim((string) preg_replace('/^[\s·,|]+|[ \t]*·[ \t]*(?=\n|$)/u', '', $text))] + array_diff_key($one, ['words' => 0]);
    }

    /** @return list<One> */
    private function all(): array
    {
        $file = $this->dir.'/'.$this->key.'-'.hash('crc32b', json_encode([3, $this->prefix, $this->many], \JSON_THROW_ON_ERROR)).'-'.$this->today->format('Ymd').'.php';
        if (!is_file($file)) {
            $people = [];
            foreach ($this->many as $seed => $many) {
                foreach ((new People($seed, $this->today))->many($many) as $i => $person) {
                    $people[] = [...$person, 'ref' => $this->prefix.'-'.(10_000 * $seed + $i), 'words' => Document::of($person['headline'], $person['text'])->written];
                }
            }
            $temporary = $file.'.'.getmypid();
            file_put_contents($temporary, '<?php return '.var_export($people, true).';');
            rename($temporary, $file);
        }

        /** @var list<One> */
        return require $file;
    }
}
