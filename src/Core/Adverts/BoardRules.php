<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Shared\Refusal;

/** What a job board asks of an advert. A null rule is one the board does not have. */
final readonly class BoardRules
{
    /** @param list<string> $categories empty when the board has none */
    public function __construct(
        public ?int $minWords = null,
        public ?int $maxWords = null,
        public ?int $maxTitle = null,
        public bool $payRequired = false,
        public array $categories = [],
        public ?int $openedWithinDays = null,
        public string $forbiddenInTitle = '',
    ) {
    }

    /** @return list<Refusal> every failed rule, with the field of the brief that mends it */
    public function check(Advert $advert, \DateTimeImmutable $today): array
    {
        $refusals = [];
        $words = $advert->words();
        if (null !== $this->minWords && $words < $this->minWords) {
            $refusals[] = new Refusal('description', 'too_few_words', ['words' => $words, 'limit' => $this->minWords, 'by' => $this->minWords - $words]);
        }
        if (null !== $this->maxWords && $words > $this->maxWords) {
            $refusals[] = new Refusal('description', 'too_many_words', ['words' => $words, 'limit' => $this->maxWords, 'by' => $words - $this->maxWords]);
        }
        if (null !== $this->maxTitle && mb_strlen($advert->title) > $this->maxTitle) {
            $refusals[] = new Refusal('title', 'title_too_long', ['length' => mb_strlen($advert->title), 'limit' => $this->maxTitle]);
        }
        if ('' !== $this->forbiddenInTitle && false !== strpbrk($advert->title, $this->forbiddenInTitle)) {
            $refusals[] = new Refusal('title', 'title_forbidden_character', ['characters' => $this->forbiddenInTitle]);
        }
        if ($this->payRequired && !$advert->payShown) {
            $refusals[] = new Refusal('pay', 'pay_not_shown');
        }
        if ([] !== $this->categories && !\in_array($advert->category, $this->categories, true)) {
            $refusals[] = new Refusal('category', 'category_missing', ['categories' => implode(', ', $this->categories)]);
        }
        if (null !== $this->openedWithinDays && $advert->openedOn < $today->modify('-'.$this->openedWithinDays.' days')) {
            $refusals[] = new Refusal('opened_on', 'opened_too_long_ago', ['limit' => $this->openedWithinDays]);
        }
        if ('' === trim($advert->city)) {
            $refusals[] = new Refusal('site', 'city_missing');
        }

        return $refusals;
    }
}
