<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

use Doctrine\DBAL\ParameterType;
use Doctrine\DBAL\Types\Type;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Mapping\AssociationMapping;
use Doctrine\ORM\Mapping\ClassMetadata;
use Doctrine\ORM\Mapping\OneToManyAssociationMapping;

/**
 * Writes many new entities of one class, with those that are saved with them, in one statement for each class. Doctrine
 * sends a statement for each row: 5,000 requisitions with their versions took 34 s. What a column holds is read from the
 * mapping, so that it is told once. Entities are not managed afterwards.
 */
final readonly class BulkInsert
{
    /** PostgreSQL takes 65,535 parameters. */
    private const MOST_PARAMETERS = 60_000;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @param list<object> $all new ones of one class; their ids are set */
    public function insert(array $all): void
    {
        if ([] === $all) {
            return;
        }
        $class = $this->entities->getClassMetadata($all[0]::class);
        if ($class->usesIdGenerator() && !$class->isIdentifierComposite) {
            $this->number($class, $all);
        }
        $rows = array_map(fn (object $one): array => $this->row($class, $one), $all);
        $atOnce = max(1, intdiv(self::MOST_PARAMETERS, \count($rows[0])));
        foreach (array_chunk($rows, $atOnce) as $some) {
            $this->write($class->getTableName(), $some);
        }
        foreach ($class->associationMappings as $association) {
            if ($association instanceof OneToManyAssociationMapping && $association->isCascadePersist()) {
                $this->insert(self::children($class, $association, $all));
            }
        }
    }

    /**
     * @param ClassMetadata<object> $class
     * @param list<object>          $all
     */
    private function number(ClassMetadata $class, array $all): void
    {
        $column = $class->getSingleIdentifierColumnName();
        $ids = $this->entities->getConnection()->fetchFirstColumn(
            'SELECT nextval(pg_get_serial_sequence(?, ?)) FROM generate_series(1, ?)',
            [$class->getTableName(), $column, \count($all)],
            [ParameterType::STRING, ParameterType::STRING, ParameterType::INTEGER],
        );
        foreach ($all as $i => $one) {
            $class->setIdentifierValues($one, [$class->getSingleIdentifierFieldName() => $ids[$i]]);
        }
    }

    /**
     * @param ClassMetadata<object> $class
     *
     * @return array<string, array{mixed, Type}> value and type by column
     */
    private function row(ClassMetadata $class, object $entity): array
    {
        $row = [];
        foreach ($class->fieldMappings as $field => $mapping) {
            if (true !== $mapping->notInsertable && $field !== $class->versionField) {
                $row[$mapping->columnName] = [$class->getFieldValue($entity, $field), Type::getType($mapping->type)];
            }
        }
        foreach ($class->associationMappings as $field => $association) {
            if ($association->isToOneOwningSide()) {
                $row += $this->references($association, $class->getFieldValue($entity, $field));
            }
        }

        return $row;
    }

    /** @return array<string, array{mixed, Type}> value and type by column */
    private function references(AssociationMapping $association, mixed $target): array
    {
        $of = $this->entities->getClassMetadata($association->targetEntity);
        $row = [];
        \assert($association->isToOneOwningSide());
        foreach ($association->joinColumns as $join) {
            $field = $of->getFieldForColumn($join->referencedColumnName);
            $value = \is_object($target) ? $of->getFieldValue($target, $field) : null;
            $row[$join->name] = [$value, Type::getType($of->getTypeOfField($field) ?? 'integer')];
        }

        return $row;
    }

    /** @param non-empty-list<array<string, array{mixed, Type}>> $rows */
    private function write(string $table, array $rows): void
    {
        $connection = $this->entities->getConnection();
        $platform = $connection->getDatabasePlatform();
        $values = $types = $lines = [];
        foreach ($rows as $row) {
            $places = [];
            foreach ($row as [$value, $type]) {
                $values[] = $type->convertToDatabaseValue($value, $platform);
                $types[] = $type->getBindingType();
                $places[] = $type->convertToDatabaseValueSQL('?', $platform);
            }
            $lines[] = '('.implode(', ', $places).')';
        }
        $columns = implode(', ', array_keys($rows[0]));
        $connection->executeStatement(
            'INSERT INTO '.$table.' ('.$columns.') VALUES '.implode(', ', $lines), $values, $types,
        );
    }

    /**
     * @param ClassMetadata<object> $class
     * @param list<object>          $parents
     *
     * @return list<object>
     */
    private static function children(ClassMetadata $class, OneToManyAssociationMapping $association, array $parents): array
    {
        $children = [];
        foreach ($parents as $parent) {
            $some = $class->getFieldValue($parent, $association->fieldName);
            foreach (is_iterable($some) ? $some : [] as $child) {
                if (\is_object($child)) {
                    $children[] = $child;
                }
            }
        }

        return $children;
    }
}
