<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;

/**
 * A role as the company describes it, from which requisitions are written. What it says is kept in versions; its own
 * columns are those of the newest one.
 */
#[ORM\Entity]
#[ORM\Table(name: 'role_profile')]
class RoleProfile
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
    private JobFamily $family;

    #[ORM\Column(type: Types::TEXT)]
    private string $title;

    #[ORM\Column(type: Types::TEXT)]
    private string $level;

    #[ORM\Column(type: Types::TEXT)]
    private string $summary;

    /** as HTML, cleaned */
    #[ORM\Column(type: Types::TEXT)]
    private string $description;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSONB)]
    private array $musts;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSONB)]
    private array $wishes;

    #[ORM\Column(nullable: true)]
    private ?int $yearsFrom;

    #[ORM\Column(nullable: true)]
    private ?int $yearsTo;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $education;

    /** @var array<string, array{int, int}>|\stdClass whole units of a full-time year by currency; an empty one is {} */
    #[ORM\Column(type: Types::JSONB)]
    private array|\stdClass $bands;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSONB, options: ['default' => '[]'])]
    private array $benefits;

    /** @var list<array<array-key, mixed>> */
    #[ORM\Column(type: Types::JSONB)]
    private array $competencies;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSONB, options: ['default' => '[]'])]
    private array $interviewQuestions;

    /** @var list<array<array-key, mixed>> */
    #[ORM\Column(type: Types::JSONB)]
    private array $questions;

    /** @var list<array<array-key, mixed>>|null screening questions that are being written and are no version yet */
    #[ORM\Column(type: Types::JSONB, nullable: true)]
    private ?array $questionsDraft = null;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 1])]
    public int $version = 1;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    /** @var Collection<int, ProfileVersion> by their numbers */
    #[ORM\OneToMany(
        targetEntity: ProfileVersion::class, mappedBy: 'profile', cascade: ['persist'], indexBy: 'version',
    )]
    private Collection $versions;

    /** @throws Refused at title, yearsFrom, yearsTo or bands */
    public function __construct(
        ProfileContent $content, JobFamily $family, ?int $by, string $note, \DateTimeImmutable $now,
    ) {
        $this->versions = new ArrayCollection();
        $this->set($content, $family, $by, $note, $now);
    }

    /**
     * What it says from now on is its next version; nothing changed is no new one.
     *
     * @param int $seen the version that was edited
     *
     * @return bool whether there is a new one
     *
     * @throws Refused as above, or when someone else saved one since
     */
    public function revise(
        ProfileContent $content, JobFamily $family, int $seen, int $by, string $note, \DateTimeImmutable $now,
    ): bool {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        if ($this->at($seen)?->toArray() === $content->toArray()) {
            return false;
        }
        ++$this->version;
        $this->set($content, $family, $by, $note, $now);

        return true;
    }

    public function at(int $version): ?ProfileContent
    {
        return $this->versions->get($version)?->content();
    }

    /** No requisition is written from it any more; those that were keep it. */
    public function retire(\DateTimeImmutable $now): void
    {
        $this->retiredAt = $now;
    }

    public function takeBack(): void
    {
        $this->retiredAt = null;
    }

    /** @param list<array<array-key, mixed>> $questions */
    public function draftQuestions(array $questions): void
    {
        $this->questionsDraft = $questions;
    }

    public function discardDraft(): void
    {
        $this->questionsDraft = null;
    }

    public function hasDraft(): bool
    {
        return null !== $this->questionsDraft;
    }

    /** @return list<array<array-key, mixed>> those being written, else those of the newest version */
    public function questions(): array
    {
        return $this->questionsDraft ?? $this->questions;
    }

    private function set(
        ProfileContent $content, JobFamily $family, ?int $by, string $note, \DateTimeImmutable $now,
    ): void {
        Refused::unlessEmpty($content->blockers());
        $this->family = $family;
        [$this->title, $this->level] = [$content->title, $content->level];
        [$this->summary, $this->description] = [$content->summary, $content->description];
        [$this->musts, $this->wishes] = [$content->musts, $content->wishes];
        [$this->yearsFrom, $this->yearsTo] = [$content->yearsFrom, $content->yearsTo];
        $this->education = $content->education;
        $this->bands = [] === $content->bands ? new \stdClass() : $content->bands;
        $this->benefits = $content->benefits;
        [$this->competencies, $this->interviewQuestions] = [$content->competencies, $content->interviewQuestions];
        $this->questions = $content->questions;
        $this->savedAt = $now;
        $this->versions->set($this->version, new ProfileVersion($this, $this->version, $content, $by, $note, $now));
    }
}
