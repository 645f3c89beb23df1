<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\BoardTerms;
use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Adverts\Entity\JobBoard;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;
use Jorvent\Outside\Boards\Receipt;

/** The job boards of the demo world, and what stands or stood there. */
final readonly class Postings
{
    private const RENEWED_DAYS = 30;

    public function __construct(
        private Boards $boards,
        private AdvertQuery $adverts,
        private EntityManagerInterface $entities,
    ) {
    }

    /** @param string $outside address of the simulated boards */
    public function boards(string $outside): void
    {
        foreach (JobBoards::BOARDS as $key => [$name, $shape, $reach, $fields, $rules, $price]) {
            $terms = new BoardTerms(
                $name, $shape, $outside.'/'.$key, true, $reach, $fields, BoardRules::fromArray($rules),
                Price::fromArray($price),
            );
            $this->boards->add($key, $terms, $key.'-demo-key');
        }
    }

    /** @param \DateTimeImmutable|null $down null while it is up */
    public function post(
        int $requisition,
        string $board,
        string $code,
        \DateTimeImmutable $begun,
        \DateTimeImmutable $until,
        ?\DateTimeImmutable $down,
        bool $withdrawn,
        bool $renewed,
    ): int {
        $place = $this->entities->getReference(JobBoard::class, $board) ?? throw new \LogicException('A board of the demo.');
        $first = $renewed ? $until->modify('-'.self::RENEWED_DAYS.' days') : $until;
        $posting = new Posting($requisition, $place, $code, new PostingTerms(until: $first), $begun);
        if ($renewed) {
            $posting->renew($until, $begun->modify('+'.self::RENEWED_DAYS.' days'));
        }
        if (!$place->isOwn()) {
            $posting->sent(new Receipt('demo-'.$code, null, true), $this->adverts->of($requisition), $until);
            $posting->putUp($begun);
        }
        if (null !== $down) {
            $this->over($posting, $down, $withdrawn);
        }
        $this->entities->persist($posting);
        $this->entities->flush();

        return $posting->id;
    }

    /** @param int $by who wrote it */
    public function text(int $requisition, string $locale, string $title, string $html, int $by, \DateTimeImmutable $at): void
    {
        $this->entities->persist(new AdvertText($requisition, $locale, $title, $html, $by, $at));
    }

    private function over(Posting $posting, \DateTimeImmutable $down, bool $withdrawn): void
    {
        if (!$withdrawn) {
            $posting->end($down);

            return;
        }
        $posting->withdraw($down);
        if (!$posting->board->isOwn()) {
            $posting->takenDown();
        }
    }
}
