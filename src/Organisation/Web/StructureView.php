<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Core\Organisation\Finding;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Organisation\Form\UnitInput;
use Jorvent\Organisation\Read\PostQuery;
use Jorvent\Organisation\Read\PostRow;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\Read\VersionRow;
use Jorvent\Organisation\Structures;
use Jorvent\Platform\Web\Form\Choice;
use Symfony\Contracts\Service\ResetInterface;

/** What the page of the structure shows of a version, and what its forms begin with and offer. */
final class StructureView implements ResetInterface
{
    /** @var array<int, Structure> a page asks for the same one several times */
    private array $read = [];

    public function __construct(
        private readonly Structures $structures,
        private readonly StructureQuery $query,
        private readonly SiteQuery $sites,
        private readonly PostQuery $posts,
        private readonly ReachQuery $reach,
        private readonly StaffQuery $staff,
    ) {
    }

    public function reset(): void
    {
        $this->read = [];
    }

    /**
     * @return array{head: VersionRow, structure: Structure, ...}|null null when there is no such version
     */
    public function of(int $id): ?array
    {
        $versions = $this->query->versions();
        $head = array_values(array_filter($versions, static fn (VersionRow $v): bool => $v->id === $id))[0] ?? null;
        if (null === $head) {
            return null;
        }
        $structure = $this->structure($id);
        $walked = array_flip(array_map(static fn (array $node): int => $node[0]->id, $structure->walk()));
        $findings = $this->structures->findings($structure);

        return [
            'head' => $head,
            'structure' => $structure,
            'versions' => $versions,
            'lost' => array_diff_key($structure->units, $walked),
            'findings' => $findings,
            'blockers' => \count(array_filter($findings, static fn (Finding $f): bool => $f->blocks)),
            'findingsByUnit' => array_count_values(array_map(static fn (Finding $f): int => $f->unit ?? 0, $findings)),
            'changes' => $head->isDraft() ? $structure->changesSince($this->query->inForce()) : [],
            'late' => $this->reach->late(),
        ];
    }

    /** What the form of a unit begins with; of a new one with its id 0, an empty one. */
    public function unitInput(int $structure, int $unit): UnitInput
    {
        $known = $this->structure($structure)->unit($unit);
        ['units' => $units, 'places' => $places] = $this->unitChoices($structure, $unit);
        $version = $this->version($structure);

        return null === $known ? new UnitInput((string) $version) : UnitInput::of($known, $version, $units, $places);
    }

    public function newUnit(int $structure, int $under): UnitInput
    {
        $input = $this->unitInput($structure, 0);
        $input->parent = Choice::in($this->unitChoices($structure, 0)['units'], $under);

        return $input;
    }

    /**
     * What a unit may lie under and stand at.
     *
     * @return array{units: list<Choice>, places: list<Choice>}
     */
    public function unitChoices(int $structure, int $unit): array
    {
        $units = [];
        foreach ($this->structure($structure)->walk() as [$one, $depth]) {
            if ($one->id !== $unit) {
                $units[] = new Choice($one->id, str_repeat('– ', $depth).$one->code.' '.$one->name);
            }
        }

        return ['units' => $units, 'places' => Choice::named($this->sites->names())];
    }

    /** @return array{posts: list<PostRow>, people: list<Choice>} */
    public function postChoices(int $unit): array
    {
        return ['posts' => $this->posts->of($unit), 'people' => $this->staff->deciders()];
    }

    /** @return array<string, Choice|null> who holds each post of a unit */
    public function holders(int $unit): array
    {
        ['posts' => $posts, 'people' => $people] = $this->postChoices($unit);
        $holders = [];
        foreach ($posts as $row) {
            $holders[$row->post->value] = Choice::in($people, $row->holder);
        }

        return $holders;
    }

    private function structure(int $id): Structure
    {
        return $this->read[$id] ??= $this->query->find($id);
    }

    private function version(int $id): int
    {
        foreach ($this->query->versions() as $version) {
            if ($version->id === $id) {
                return $version->version;
            }
        }

        return 0;
    }
}
