<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Entity\Posting;
use Jorvent\Requisitions\Read\FactsQuery;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Where a posting leads: its opening on our own site, with the code that its visits are counted by. */
final readonly class TrackedAddress
{
    public function __construct(
        private FactsQuery $requisitions,
        #[Autowire('%env(JORVENT_URL)%')]
        private string $url,
    ) {
    }

    public function of(Posting $posting): string
    {
        $number = $this->requisitions->of($posting->requisitionId)->number;
        $language = 'en' === $posting->locale() ? '' : '&lang='.$posting->locale();

        return $this->url.'/careers/'.$number.'?via='.$posting->code.$language;
    }

    /** Where a board says later what became of its postings. */
    public function answers(string $board): string
    {
        return $this->url.'/boards/'.$board.'/answers';
    }
}
