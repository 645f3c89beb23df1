<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\Costs;
use Jorvent\Adverts\PostingTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;

/** Where an advert is to be posted, as it is typed. */
final class PublishInput
{
    private const USUAL_DAYS = 30;

    /** @var list<string> keys of boards */
    public array $place = [];
    public ?\DateTimeImmutable $from;
    public ?\DateTimeImmutable $until;
    public ?\DateTimeImmutable $inside = null;
    public ?string $budget = null;

    public function __construct(public string $locale, \DateTimeImmutable $today)
    {
        $this->from = $today;
        $this->until = $today->modify('+'.(self::USUAL_DAYS - 1).' days');
    }

    /** @throws Refused at budget */
    public function terms(): PostingTerms
    {
        return new PostingTerms(
            $this->locale, $this->from, $this->until, self::money($this->budget), $this->inside,
        );
    }

    /**
     * @return Money|null null when nothing is typed
     *
     * @throws Refused at budget
     */
    public static function money(?string $typed): ?Money
    {
        if (null === $typed || '' === $typed) {
            return null;
        }

        return Money::parse($typed, Costs::CURRENCY) ?? throw Refused::because('budget_not_positive', 'budget');
    }
}
