<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Shared\FieldMerge;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Form\BriefInput;
use Jorvent\Requisitions\Form\BriefType;
use Jorvent\Requisitions\Read\BriefOptionsQuery;
use Jorvent\Requisitions\Read\VersionQuery;
use Symfony\Component\Form\FormFactoryInterface;
use Symfony\Component\Form\FormInterface;

/** The form of a brief, and what it shows when two people changed the same fields. */
final readonly class BriefFields
{
    public function __construct(
        private FormFactoryInterface $forms,
        private BriefOptionsQuery $options,
        private VersionQuery $versions,
    ) {
    }

    /**
     * @param Brief|null $shown in the fields, instead of what is stored
     *
     * @return FormInterface<BriefInput>
     */
    public function form(Requisition $requisition, int $account, ?Brief $shown = null): FormInterface
    {
        $brief = $requisition->brief();
        $offered = $this->options->of($brief, $account);
        $input = new BriefInput($brief, $offered, $requisition->version);
        if (null !== $shown) {
            $input->show($shown);
        }
        $ofSite = $offered->currency(($shown ?? $brief)->place->site);
        $currencies = array_values(array_unique(array_filter([$brief->pay->currency, $ofSite], is_string(...))));

        /** @var FormInterface<BriefInput> */
        return $this->forms->createNamed('', BriefType::class, $input, [
            'offered' => $offered, 'currencies' => $currencies,
        ]);
    }

    /**
     * What only the other changed is taken over, what only one changed oneself stays; where both changed, one's own.
     *
     * @param int $seen the version that was edited
     */
    public function conflict(Requisition $requisition, Brief $typed, int $seen): Conflict
    {
        $stored = $requisition->brief();
        $base = $this->versions->at($requisition->id, $seen);
        if (null === $base) {
            return new Conflict($typed, $typed->differences($stored));
        }
        $mine = $typed->toArray();
        $merge = FieldMerge::of($base->toArray(), $mine, $stored->toArray());
        $own = array_intersect_key($mine, array_flip($merge->conflicts));

        return new Conflict(Brief::fromArray([...$merge->merged, ...$own]), $merge->conflicts);
    }
}
