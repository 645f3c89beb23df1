<?php

declare(strict_types=1);

namespace Jorvent\Shell\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Shell\Import\CellError;
use Jorvent\Shell\Import\Piece;

/** A table that someone takes in: which column is what, and how far the checking or taking in of its rows is. */
#[ORM\Entity]
#[ORM\Table(name: 'import')]
class Import
{
    private const MOST_ERRORS = 400;
    private const LONGEST_NAME = 200;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT, enumType: ImportState::class)]
    public ImportState $state = ImportState::Mapping;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 0])]
    public int $rowsDone = 0;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 0])]
    public int $rowsGood = 0;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 0])]
    public int $rowsBad = 0;

    /** @var list<array<string, mixed>> */
    #[ORM\Column(type: Types::JSONB, options: ['default' => '[]'])]
    private array $errors = [];

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $finishedAt = null;

    /**
     * @param list<string>       $head    cells of the first row
     * @param array<string, int> $mapping column by field
     */
    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $kind,
        #[ORM\Column]
        #[Reference('account')]
        public readonly int $accountId,
        #[ORM\Column(length: 64, options: ['fixed' => true])]
        public readonly string $fileSha256,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $fileName,
        #[ORM\Column(type: Types::JSONB)]
        public readonly array $head,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::JSONB, options: ['default' => '{}'])]
        public array $mapping,
        #[ORM\Column(options: ['default' => 0])]
        public readonly int $rowsTotal,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $createdAt,
    ) {
    }

    public static function shortName(string $name): string
    {
        return mb_substr($name, 0, self::LONGEST_NAME);
    }

    /**
     * The columns are chosen (anew), and all rows are checked by them.
     *
     * @param array<string, int> $mapping
     *
     * @throws Refused while rows are gone through
     */
    public function map(array $mapping): void
    {
        if (!$this->state->isOpen()) {
            throw Refused::because('import_runs');
        }
        $this->state = ImportState::Checking;
        $this->mapping = $mapping;
        [$this->rowsDone, $this->rowsGood, $this->rowsBad, $this->errors] = [0, 0, 0, []];
    }

    /** @throws Refused when nothing was checked that is good */
    public function start(): void
    {
        if (ImportState::Checked !== $this->state || 0 === $this->rowsGood) {
            throw Refused::because('import_not_checked');
        }
        $this->state = ImportState::Importing;
        $this->rowsDone = 0;
    }

    /** @throws Refused when it is over */
    public function cancel(\DateTimeImmutable $now): void
    {
        if ($this->state->isOver()) {
            throw Refused::because('import_over');
        }
        $this->state = ImportState::Cancelled;
        $this->finishedAt = $now;
    }

    /** Whether the next piece is the one that begins there; another was done meanwhile, or the import was cancelled. */
    public function isAt(ImportState $phase, int $from): bool
    {
        return $this->state === $phase && $this->rowsDone === $from;
    }

    /** A piece of rows was checked or taken in. */
    public function advance(Piece $piece, int $rows, \DateTimeImmutable $now): void
    {
        $this->rowsDone = min($this->rowsTotal, $this->rowsDone + $rows);
        if (ImportState::Checking === $this->state) {
            $this->rowsGood += $piece->good;
            $this->rowsBad += $piece->bad;
            $errors = array_map(static fn (CellError $e): array => $e->toArray(), $piece->errors);
            $this->errors = \array_slice([...$this->errors, ...$errors], 0, self::MOST_ERRORS);
        }
        if ($this->rowsDone < $this->rowsTotal) {
            return;
        }
        if (ImportState::Importing === $this->state) {
            $this->finishedAt = $now;
        }
        $this->state = ImportState::Checking === $this->state ? ImportState::Checked : ImportState::Done;
    }

    /** @return list<CellError> in the order of their rows, as many as are kept */
    public function errors(): array
    {
        return array_map(CellError::fromArray(...), $this->errors);
    }
}
