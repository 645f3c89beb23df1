<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Shared\Refusal;

/** What a job board asks of an advert, as data. A null or empty rule is one the board does not have. */
final readonly class BoardRules
{
    public const RULES = ['title', 'title_characters', 'words', 'mark_up', 'pay', 'place', 'category', 'remote', 'age', 'run', 'language'];
    public const PLACE = ['city', 'region', 'postcode'];
    public const REMOTE = ['no', 'partly', 'fully'];

    /**
     * @param string                $pay        must, should or nothing
     * @param list<string>          $place      parts of the place it wants: city, region, postcode
     * @param array<string, string> $categories ours => theirs; empty when the board has none
     * @param array<string, string> $remote     ours (no, partly, fully) => theirs; empty when the board does not ask; one that is missing can not be posted there
     * @param list<string>          $languages  empty for any
     */
    public function __construct(
        public ?int $minWords = null,
        public ?int $maxWords = null,
        public ?int $maxTitle = null,
        public string $forbiddenInTitle = '',
        public MarkUp $markUp = MarkUp::Full,
        public string $pay = '',
        public array $place = ['city'],
        public array $categories = [],
        public array $remote = [],
        public ?int $openedWithinDays = null,
        public ?int $maxDays = null,
        public array $languages = [],
    ) {
    }

    /**
     * @param int|null $days how long it is to stand; null when it has no end
     *
     * @return array<string, RuleResult> by rule, in the order of RULES, those alone that the board has
     */
    public function check(Advert $advert, \DateTimeImmutable $today, ?int $days = null): array
    {
        $words = $advert->words();
        $length = mb_strlen($advert->title);
        $age = intdiv($today->setTime(0, 0)->getTimestamp() - $advert->openedOn->setTime(0, 0)->getTimestamp(), 86400);
        $found = array_values(array_unique(array_intersect(mb_str_split($advert->title), mb_str_split($this->forbiddenInTitle))));
        $tooFew = ($this->minWords ?? 0) - $words;
        $tooMany = $words - ($this->maxWords ?? \PHP_INT_MAX);
        // paragraphs become lines and headings bold or plain lines, so nothing of them is lost
        $lost = null === $this->markUp->elements() ? [] : array_values(array_diff($advert->elements(), $this->markUp->elements(), ['p', 'br', 'h2', 'h3', 'li']));
        $missing = array_values(array_filter($this->place, static fn (string $part): bool => '' === trim(match ($part) {
            'region' => $advert->region, 'postcode' => $advert->postcode, default => $advert->city,
        })));
        $results = [];
        $add = static function (string $rule, bool $asked, string $have, string $limit, ?Refusal $problem, bool $advice = false) use (&$results): void {
            if ($asked) {
                $results[$rule] = new RuleResult($rule, $have, $limit, $problem, $advice);
            }
        };
        $add('title', null !== $this->maxTitle, (string) $length, (string) $this->maxTitle, 0 === $length ? new Refusal('title', 'title_missing') : ($length > $this->maxTitle ? new Refusal('title', 'title_too_long', ['length' => $length, 'limit' => $this->maxTitle]) : null));
        $add('title_characters', '' !== $this->forbiddenInTitle, implode(' ', $found), $this->forbiddenInTitle, [] === $found ? null : new Refusal('title', 'title_forbidden_character', ['characters' => implode(' ', $found)]));
        $add('words', null !== $this->minWords || null !== $this->maxWords, (string) $words, null === $this->maxWords ? $this->minWords.'+' : ($this->minWords ?? 0).'–'.$this->maxWords, match (true) {
            $tooFew > 0 => new Refusal('description', 'too_few_words', ['words' => $words, 'limit' => $this->minWords, 'by' => $tooFew]),
            $tooMany > 0 => new Refusal('description', 'too_many_words', ['words' => $words, 'limit' => $this->maxWords, 'by' => $tooMany]),
            default => null,
        });
        $add('mark_up', MarkUp::Full !== $this->markUp, implode(' ', $lost), $this->markUp->value, [] === $lost ? null : new Refusal('description', 'mark_up_lost', ['elements' => implode(', ', $lost)]), true);
        $add('pay', '' !== $this->pay, $advert->pay(), $this->pay, $advert->payShown() ? null : new Refusal('pay', 'pay_not_shown'), 'should' === $this->pay);
        $add('place', [] !== $this->place, trim($advert->postcode.' '.$advert->city.('' === $advert->region ? '' : ', '.$advert->region)), implode(', ', $this->place), [] === $missing ? null : new Refusal('site', 'city' === $missing[0] ? 'city_missing' : ('region' === $missing[0] ? 'region_missing' : 'postcode_missing')));
        $add('category', [] !== $this->categories, $this->categories[$advert->category ?? ''] ?? '', implode(', ', $this->categories), isset($this->categories[$advert->category ?? '']) ? null : (null === $advert->category ? new Refusal('category', 'category_missing', ['categories' => implode(', ', array_keys($this->categories))]) : new Refusal('category', 'category_unknown_there', ['category' => $advert->category])));
        $add('remote', [] !== $this->remote, $this->remote[$advert->remote] ?? '', implode(', ', $this->remote), isset($this->remote[$advert->remote]) ? null : new Refusal('remote', 'remote_not_taken'));
        $add('age', null !== $this->openedWithinDays, (string) max(0, $age), (string) $this->openedWithinDays, $age > ($this->openedWithinDays ?? \PHP_INT_MAX) ? new Refusal('opened_on', 'opened_too_long_ago', ['limit' => $this->openedWithinDays]) : null);
        $add('run', null !== $this->maxDays, null === $days ? '∞' : (string) $days, (string) $this->maxDays, null === $days || $days > $this->maxDays ? new Refusal('until', 'runs_too_long', ['limit' => $this->maxDays, 'days' => $days ?? 0]) : null);
        $add('language', [] !== $this->languages, $advert->locale, implode(', ', $this->languages), \in_array($advert->locale, $this->languages, true) ? null : new Refusal('locale', 'language_not_taken', ['languages' => implode(', ', $this->languages)]));

        return $results;
    }

    /** @return list<Refusal> the rules that fail, each with the field that mends it */
    public function refuse(Advert $advert, \DateTimeImmutable $today, ?int $days = null): array
    {
        return array_values(array_filter(array_map(static fn (RuleResult $r): ?Refusal => $r->fails() ? $r->problem : null, $this->check($advert, $today, $days)), static fn (?Refusal $r): bool => null !== $r));
    }

    /** @param array<array-key, mixed> $data as toArray() gives */
    public static function fromArray(array $data): self
    {
        $int = static fn (string $k): ?int => \is_int($data[$k] ?? null) && $data[$k] > 0 ? $data[$k] : null;
        $text = static fn (string $k): string => \is_string($data[$k] ?? null) ? $data[$k] : '';

        return new self(
            $int('min_words'), $int('max_words'), $int('max_title'), $text('forbidden_in_title'), MarkUp::tryFrom($text('mark_up')) ?? MarkUp::Full, \in_array($text('pay'), ['must', 'should'], true) ? $text('pay') : '', self::list($data['place'] ?? null, self::PLACE),
            self::map($data['categories'] ?? null, Advert::CATEGORIES), self::map($data['remote'] ?? null, self::REMOTE), $int('opened_within_days'), $int('max_days'), self::list($data['languages'] ?? null, ['en', 'nb', 'pl']),
        );
    }

    /**
     * @param list<string> $of
     *
     * @return list<string>
     */
    private static function list(mixed $data, array $of): array
    {
        return array_values(array_filter($of, static fn (string $v): bool => \is_array($data) && \in_array($v, $data, true)));
    }

    /**
     * @param list<string> $of
     *
     * @return array<string, string>
     */
    private static function map(mixed $data, array $of): array
    {
        $map = [];
        foreach ($of as $key) {
            $value = \is_array($data) ? $data[$key] ?? null : null;
            if (\is_string($value) && '' !== $value) {
                $map[$key] = $value;
            }
        }

        return $map;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'min_words' => $this->minWords, 'max_words' => $this->maxWords, 'max_title' => $this->maxTitle, 'forbidden_in_title' => $this->forbiddenInTitle, 'mark_up' => $this->markUp->value, 'pay' => $this->pay, 'place' => $this->place,
            'categories' => $this->categories, 'remote' => $this->remote, 'opened_within_days' => $this->openedWithinDays, 'max_days' => $this->maxDays, 'languages' => $this->languages,
        ];
    }
}
