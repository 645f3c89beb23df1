<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

use Jorvent\Core\Federation\Abilities;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Search\Criterion;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** An outside database of resumes. What it finds it shows without name and address; to see these costs a contact view. */
#[AutoconfigureTag]
interface ResumeBank
{
    public function key(): string;

    public function name(): string;

    public function abilities(): Abilities;

    /**
     * @param Node|null       $node     in what it understands; null for everyone
     * @param list<Criterion> $criteria of the kinds it applies, in plain form
     * @param int             $most     how many people it should send; it may send fewer
     *
     * @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem
     */
    public function search(?Node $node, array $criteria, int $most): BankAnswer;

    /**
     * What has become of a search that was not finished at once.
     *
     * @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem
     */
    public function collect(string $ticket): BankAnswer;

    /**
     * The whole person, with name and address: a contact view.
     *
     * @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem
     */
    public function fetch(string $ref): BankPerson;
}
