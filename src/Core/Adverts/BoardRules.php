<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;

/** What a job board asks of an advert, as data. A null or empty rule is one the board does not have. */
final readonly class BoardRules
{
    public const RULES = [
        'title', 'title_characters', 'words', 'mark_up', 'pay', 'place', 'category', 'remote', 'age', 'run', 'language',
    ];
    public const PLACE = ['city', 'region', 'postcode'];
    public const REMOTE = ['no', 'partly', 'fully'];

    /**
     * @param string                $pay        must, should or nothing
     * @param list<string>          $place      parts of the place it wants: city, region, postcode
     * @param array<string, string> $categories ours => theirs; empty when the board has none
     * @param array<string, string> $remote     ours (no, partly, fully) => theirs; empty when the board does not ask;
     *                                          one that is missing can not be posted there
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
        return array_filter([
            'title' => $this->title($advert),
            'title_characters' => $this->titleCharacters($advert),
            'words' => $this->words($advert),
            'mark_up' => $this->markUp($advert),
            'pay' => $this->pay($advert),
            'place' => $this->place($advert),
            'category' => $this->category($advert),
            'remote' => $this->remote($advert),
            'age' => $this->age($advert, $today),
            'run' => $this->run($days),
            'language' => $this->language($advert),
        ]);
    }

    /** @return list<Refusal> the rules that fail, each with the field that mends it */
    public function refuse(Advert $advert, \DateTimeImmutable $today, ?int $days = null): array
    {
        $refusals = [];
        foreach ($this->check($advert, $today, $days) as $result) {
            if ($result->fails() && null !== $result->problem) {
                $refusals[] = $result->problem;
            }
        }

        return $refusals;
    }

    private function title(Advert $advert): ?RuleResult
    {
        if (null === $this->maxTitle) {
            return null;
        }
        $length = mb_strlen($advert->title);
        $problem = match (true) {
            0 === $length => new Refusal('title', 'title_missing'),
            $length > $this->maxTitle => new Refusal(
                'title', 'title_too_long', ['length' => $length, 'limit' => $this->maxTitle],
            ),
            default => null,
        };

        return new RuleResult('title', (string) $length, (string) $this->maxTitle, $problem);
    }

    private function titleCharacters(Advert $advert): ?RuleResult
    {
        if ('' === $this->forbiddenInTitle) {
            return null;
        }
        $found = array_intersect(mb_str_split($advert->title), mb_str_split($this->forbiddenInTitle));
        $have = implode(' ', array_unique($found));
        $problem = '' === $have ? null : new Refusal('title', 'title_forbidden_character', ['characters' => $have]);

        return new RuleResult('title_characters', $have, $this->forbiddenInTitle, $problem);
    }

    private function words(Advert $advert): ?RuleResult
    {
        if (null === $this->minWords && null === $this->maxWords) {
            return null;
        }
        $words = $advert->words();
        $tooFew = ($this->minWords ?? 0) - $words;
        $tooMany = $words - ($this->maxWords ?? \PHP_INT_MAX);
        $problem = match (true) {
            $tooFew > 0 => new Refusal(
                'description', 'too_few_words', ['words' => $words, 'limit' => $this->minWords, 'by' => $tooFew],
            ),
            $tooMany > 0 => new Refusal(
                'description', 'too_many_words', ['words' => $words, 'limit' => $this->maxWords, 'by' => $tooMany],
            ),
            default => null,
        };
        $limit = null === $this->maxWords ? $this->minWords.'+' : ($this->minWords ?? 0).'–'.$this->maxWords;

        return new RuleResult('words', (string) $words, $limit, $problem);
    }

    /** Paragraphs become lines and headings bold or plain lines, so nothing of them is lost. */
    private function markUp(Advert $advert): ?RuleResult
    {
        if (MarkUp::Full === $this->markUp) {
            return null;
        }
        $kept = [...$this->markUp->elements() ?? [], 'p', 'br', 'h2', 'h3', 'li'];
        $lost = null === $this->markUp->elements() ? [] : array_diff($advert->elements(), $kept);
        $problem = [] === $lost
            ? null
            : new Refusal('description', 'mark_up_lost', ['elements' => implode(', ', $lost)]);

        return new RuleResult('mark_up', implode(' ', $lost), $this->markUp->value, $problem, true);
    }

    private function pay(Advert $advert): ?RuleResult
    {
        if ('' === $this->pay) {
            return null;
        }
        $problem = $advert->payShown() ? null : new Refusal('pay', 'pay_not_shown');

        return new RuleResult('pay', $advert->pay(), $this->pay, $problem, 'should' === $this->pay);
    }

    private function place(Advert $advert): ?RuleResult
    {
        if ([] === $this->place) {
            return null;
        }
        $parts = ['city' => $advert->city, 'region' => $advert->region, 'postcode' => $advert->postcode];
        $missing = array_values(array_filter(
            $this->place, static fn (string $part): bool => '' === trim($parts[$part] ?? ''),
        ));
        $problem = [] === $missing ? null : new Refusal('site', $missing[0].'_missing');
        $region = '' === $advert->region ? '' : ', '.$advert->region;
        $have = trim($advert->postcode.' '.$advert->city.$region);

        return new RuleResult('place', $have, implode(', ', $this->place), $problem);
    }

    private function category(Advert $advert): ?RuleResult
    {
        if ([] === $this->categories) {
            return null;
        }
        $theirs = $this->categories[$advert->category ?? ''] ?? null;
        $problem = match (true) {
            null !== $theirs => null,
            null === $advert->category => new Refusal(
                'category', 'category_missing', ['categories' => implode(', ', array_keys($this->categories))],
            ),
            default => new Refusal('category', 'category_unknown_there', ['category' => $advert->category]),
        };

        return new RuleResult('category', $theirs ?? '', implode(', ', $this->categories), $problem);
    }

    private function remote(Advert $advert): ?RuleResult
    {
        if ([] === $this->remote) {
            return null;
        }
        $theirs = $this->remote[$advert->remote] ?? null;
        $problem = null === $theirs ? new Refusal('remote', 'remote_not_taken') : null;

        return new RuleResult('remote', $theirs ?? '', implode(', ', $this->remote), $problem);
    }

    private function age(Advert $advert, \DateTimeImmutable $today): ?RuleResult
    {
        $limit = $this->openedWithinDays;
        if (null === $limit) {
            return null;
        }
        $seconds = $today->setTime(0, 0)->getTimestamp() - $advert->openedOn->setTime(0, 0)->getTimestamp();
        $age = intdiv($seconds, 86400);
        $problem = $age > $limit ? new Refusal('opened_on', 'opened_too_long_ago', ['limit' => $limit]) : null;

        return new RuleResult('age', (string) max(0, $age), (string) $limit, $problem);
    }

    private function run(?int $days): ?RuleResult
    {
        if (null === $this->maxDays) {
            return null;
        }
        $problem = null === $days || $days > $this->maxDays
            ? new Refusal('until', 'runs_too_long', ['limit' => $this->maxDays, 'days' => $days ?? 0])
            : null;

        return new RuleResult('run', null === $days ? '∞' : (string) $days, (string) $this->maxDays, $problem);
    }

    private function language(Advert $advert): ?RuleResult
    {
        if ([] === $this->languages) {
            return null;
        }
        $limit = implode(', ', $this->languages);
        $problem = \in_array($advert->locale, $this->languages, true)
            ? null
            : new Refusal('locale', 'language_not_taken', ['languages' => $limit]);

        return new RuleResult('language', $advert->locale, $limit, $problem);
    }

    /** @param array<array-key, mixed> $data as toArray() gives; a rule that can not be read is not there */
    public static function fromArray(array $data): self
    {
        $read = new Decoded($data);
        $limit = static fn (string $key): ?int => ($read->whole($key) ?? 0) > 0 ? $read->whole($key) : null;
        $pay = $read->text('pay') ?? '';

        return new self(
            minWords: $limit('min_words'),
            maxWords: $limit('max_words'),
            maxTitle: $limit('max_title'),
            forbiddenInTitle: $read->text('forbidden_in_title') ?? '',
            markUp: MarkUp::tryFrom($read->text('mark_up') ?? '') ?? MarkUp::Full,
            pay: \in_array($pay, ['must', 'should'], true) ? $pay : '',
            place: self::list($data['place'] ?? null, self::PLACE),
            categories: self::map($data['categories'] ?? null, Advert::CATEGORIES),
            remote: self::map($data['remote'] ?? null, self::REMOTE),
            openedWithinDays: $limit('opened_within_days'),
            maxDays: $limit('max_days'),
            languages: self::list($data['languages'] ?? null, ['en', 'nb', 'pl']),
        );
    }

    /**
     * @param list<string> $of
     *
     * @return list<string>
     */
    private static function list(mixed $data, array $of): array
    {
        $chosen = \is_array($data) ? $data : [];

        return array_values(array_filter($of, static fn (string $one): bool => \in_array($one, $chosen, true)));
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
            'min_words' => $this->minWords,
            'max_words' => $this->maxWords,
            'max_title' => $this->maxTitle,
            'forbidden_in_title' => $this->forbiddenInTitle,
            'mark_up' => $this->markUp->value,
            'pay' => $this->pay,
            'place' => $this->place,
            'categories' => $this->categories,
            'remote' => $this->remote,
            'opened_within_days' => $this->openedWithinDays,
            'max_days' => $this->maxDays,
            'languages' => $this->languages,
        ];
    }
}
