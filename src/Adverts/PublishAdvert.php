<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Entity\AdvertText;
use Jorvent\Adverts\Entity\JobBoard;
use Jorvent\Adverts\Entity\Posting;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Adverts\Repository\BoardRepository;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;
use Psr\Clock\ClockInterface;

/** Posts an advert in several places, in all of them or in none. Every rule of every place is asked first. */
final readonly class PublishAdvert
{
    public function __construct(
        private Db $db,
        private FactsQuery $requisitions,
        private BoardRepository $boards,
        private Boards $opened,
        private PostingRepository $postings,
        private AdvertQuery $adverts,
        private Wishes $wishes,
        private ClockInterface $clock,
    ) {
    }

    /** @param list<string> $places keys of boards */
    public function __invoke(int $requisition, array $places, PostingTerms $terms): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        $places = array_values(array_unique($places));
        $terms = $terms->from($today);
        $boards = array_intersect_key($this->opened->all(), array_flip($places));
        Refused::unlessEmpty([
            ...self::unknown($places, $boards),
            ...self::wrongDays($places, $terms, $today),
            ...self::wrongTerms($terms),
        ]);
        $this->db->transaction(function () use ($requisition, $boards, $terms, $today): void {
            if (!$this->requisitions->held($requisition)->isApproved()) {
                throw Refused::because('not_approved');
            }
            $advert = $this->adverts->of($requisition, $terms->locale);
            Refused::unlessEmpty(RuleFailures::of($boards, $advert, $today, $terms->days($today)));
            foreach ($boards as $board) {
                $this->begin($requisition, $board, $terms);
            }
        });
    }

    /**
     * @param list<string>         $places
     * @param array<string, Board> $boards
     *
     * @return list<Refusal>
     */
    private static function unknown(array $places, array $boards): array
    {
        if ([] === $places) {
            return [new Refusal('place', 'no_place_chosen')];
        }

        return \count($places) === \count($boards) ? [] : [new Refusal('place', 'missing')];
    }

    /**
     * @param list<string> $places
     *
     * @return list<Refusal>
     */
    private static function wrongDays(array $places, PostingTerms $terms, \DateTimeImmutable $today): array
    {
        $wrong = [];
        if (null !== $terms->until && $terms->until < ($terms->from ?? $today)) {
            $wrong[] = new Refusal('until', 'ends_before_it_begins');
        }
        $inside = $terms->insideUntil;
        // boards would not keep it inside
        $elsewhere = [JobBoard::CAREERS] !== $places;
        $tooLate = null !== $terms->until && $inside >= $terms->until;
        if (null !== $inside && ($elsewhere || $inside < $today || $tooLate)) {
            $wrong[] = new Refusal('inside', 'inside_wrong');
        }

        return $wrong;
    }

    /** @return list<Refusal> */
    private static function wrongTerms(PostingTerms $terms): array
    {
        $wrong = [];
        if (null !== $terms->budget && !$terms->budget->isPositive()) {
            $wrong[] = new Refusal('budget', 'budget_not_positive');
        }
        if (!\in_array($terms->locale, ['en', ...AdvertText::LOCALES], true)) {
            $wrong[] = new Refusal('locale', 'not_offered');
        }

        return $wrong;
    }

    private function begin(int $requisition, Board $board, PostingTerms $terms): void
    {
        if ($this->postings->stands($requisition, $board->key, $terms->locale)) {
            throw Refused::because('already_posted', 'place', ['board' => $board->name]);
        }
        $now = $this->clock->now();
        $quota = $board->price->quota;
        $month = $now->modify('first day of this month')->setTime(0, 0);
        if (null !== $quota && $quota <= $this->postings->countAsked($board->key, $month)) {
            throw Refused::because('quota_used', 'place', ['board' => $board->name, 'quota' => $quota]);
        }
        $code = substr(bin2hex(random_bytes(6)), 0, 10);
        $posting = new Posting($requisition, $this->boards->find($board->key), $code, $terms, $now);
        $this->postings->add($posting);
        $this->wishes->tell($posting, 'advert.posted', [
            'from' => $terms->from?->format('Y-m-d'), 'until' => $terms->until?->format('Y-m-d'),
        ]);
    }
}
