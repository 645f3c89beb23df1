<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\Bundle\DoctrineBundle\Attribute\AsDoctrineListener;
use Doctrine\ORM\Mapping\ClassMetadata;
use Doctrine\ORM\Tools\Event\GenerateSchemaEventArgs;
use Doctrine\ORM\Tools\ToolEvents;

/** Adds the references between modules to the schema that the mapping gives. */
#[AsDoctrineListener(ToolEvents::postGenerateSchema)]
final class References
{
    /** Marks a table of the schema that comes from the mapping, not from the database. */
    public const MAPPED = 'mapped';

    public function postGenerateSchema(GenerateSchemaEventArgs $event): void
    {
        foreach ($event->getEntityManager()->getMetadataFactory()->getAllMetadata() as $entity) {
            if ($entity->isEmbeddedClass || $entity->isMappedSuperclass) {
                continue;
            }
            $table = $event->getSchema()->getTable($entity->getTableName());
            $table->addOption(self::MAPPED, true);
            foreach (self::of($entity) as $column => $reference) {
                $options = null === $reference->onDelete ? [] : ['onDelete' => $reference->onDelete];
                $name = $entity->getTableName().'_'.$column.'_fkey';
                $table->addForeignKeyConstraint($reference->table, [$column], [$reference->column], $options, $name);
            }
        }
    }

    /**
     * @param ClassMetadata<object> $entity
     *
     * @return iterable<string, Reference> by column
     */
    private static function of(ClassMetadata $entity): iterable
    {
        foreach ($entity->fieldMappings as $field) {
            // of an embedded object the class is "original", of a parent class "declared"
            $class = $field->originalClass ?? $field->declared ?? $entity->getName();
            $property = new \ReflectionProperty($class, $field->originalField ?? $field->fieldName);
            foreach ($property->getAttributes(Reference::class) as $attribute) {
                yield $field->columnName => $attribute->newInstance();
            }
        }
    }
}
