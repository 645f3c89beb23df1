<?php

declare(strict_types=1);

namespace Jorvent\Careers\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Careers\Entity\ConsentText;
use Jorvent\Careers\Entity\DeclarationSettings;
use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideSettings;
use Jorvent\Core\Shared\Refused;

/** What an admin writes for the careers site: consent, the guide, and what applicants are asked about themselves. */
final readonly class SiteTextRepository
{
    private const MOST_ANSWERS = 500;

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(ConsentText|GuideAnswer ...$all): void
    {
        array_map($this->entities->persist(...), $all);
        $this->entities->flush();
    }

    public function remove(GuideAnswer $answer): void
    {
        $this->entities->remove($answer);
    }

    /** The newest version of what people agree to. */
    public function consentVersion(): int
    {
        return (int) $this->entities->createQueryBuilder()
            ->select('MAX(c.version)')->from(ConsentText::class, 'c')->getQuery()->getSingleScalarResult();
    }

    /** @return array<string, ConsentText> of a version, by language */
    public function consent(int $version): array
    {
        $texts = [];
        foreach ($this->entities->getRepository(ConsentText::class)->findBy(['version' => $version]) as $text) {
            $texts[$text->locale] = $text;
        }

        return $texts;
    }

    public function declaration(): DeclarationSettings
    {
        return $this->entities->find(DeclarationSettings::class, DeclarationSettings::ID)
            ?? throw new \LogicException('There are settings of what is declared.');
    }

    /** As it is now, locked until the end of the transaction. */
    public function heldDeclaration(): DeclarationSettings
    {
        return $this->entities->find(
            DeclarationSettings::class, DeclarationSettings::ID, LockMode::PESSIMISTIC_WRITE,
        ) ?? throw new \LogicException('There are settings of what is declared.');
    }

    public function guide(): GuideSettings
    {
        return $this->entities->find(GuideSettings::class, GuideSettings::ID)
            ?? throw new \LogicException('The guide has settings.');
    }

    /** As it is now, locked until the end of the transaction. */
    public function heldGuide(): GuideSettings
    {
        return $this->entities->find(GuideSettings::class, GuideSettings::ID, LockMode::PESSIMISTIC_WRITE)
            ?? throw new \LogicException('The guide has settings.');
    }

    /**
     * @param string|null $locale null for all languages
     *
     * @return list<GuideAnswer> by language
     */
    public function answers(?string $locale = null): array
    {
        $where = null === $locale ? [] : ['locale' => $locale];

        return $this->entities->getRepository(GuideAnswer::class)
            ->findBy($where, ['locale' => 'ASC', 'id' => 'ASC'], self::MOST_ANSWERS);
    }

    /**
     * As it is now, locked until the end of the transaction.
     *
     * @throws Refused when there is none
     */
    public function heldAnswer(int $id): GuideAnswer
    {
        return $this->entities->find(GuideAnswer::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }
}
