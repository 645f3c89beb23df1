<?php

declare(strict_types=1);

namespace Jorvent\Core\Identity;

use Jorvent\Core\Resume\Folded;

/** What a person can be recognised by, in the form it is compared in. */
final readonly class Traits
{
    /** Short forms of given names, by the form we compare; folded. */
    private const NICKNAMES = [
        'kasia' => 'katarzyna', 'gosia' => 'malgorzata', 'aga' => 'agnieszka', 'asia' => 'joanna', 'kuba' => 'jakub', 'tomek' => 'tomasz', 'wojtek' => 'wojciech', 'ania' => 'anna', 'basia' => 'barbara', 'ola' => 'aleksandra', 'magda' => 'magdalena', 'krzysiek' => 'krzysztof', 'pawelek' => 'pawel',
        'bob' => 'robert', 'rob' => 'robert', 'bill' => 'william', 'will' => 'william', 'liz' => 'elizabeth', 'beth' => 'elizabeth', 'kate' => 'katherine', 'katie' => 'katherine', 'mike' => 'michael', 'jim' => 'james', 'jamie' => 'james', 'sandy' => 'alexander', 'alec' => 'alexander', 'maggie' => 'margaret', 'peggy' => 'margaret', 'tom' => 'thomas', 'dave' => 'david', 'steve' => 'stephen', 'chris' => 'christopher', 'dan' => 'daniel', 'sam' => 'samuel', 'tony' => 'anthony', 'joe' => 'joseph', 'ben' => 'benjamin', 'nick' => 'nicholas', 'andy' => 'andrew', 'pat' => 'patricia', 'sue' => 'susan', 'jen' => 'jennifer',
        'kris' => 'kristian', 'marte' => 'martha', 'gunn' => 'gunhild', 'lasse' => 'lars', 'pelle' => 'per', 'nils' => 'nikolai', 'stine' => 'kristine', 'tina' => 'kristina', 'bente' => 'benedikte', 'pepe' => 'jose', 'paco' => 'francisco', 'lola' => 'dolores', 'xan' => 'xoan',
    ];

    /**
     * @param list<string>                     $names     words of the name in order, folded; the last is the family name
     * @param list<string>                     $phones    last eight digits
     * @param array<string, array{int, int}|null> $employers span of months by folded name; null when it is not told
     * @param list<string>                     $schools
     * @param list<string>                     $links
     */
    private function __construct(public array $names, public ?string $email, public array $phones, public array $employers, public array $schools, public ?string $city, public array $links)
    {
    }

    /**
     * @param list<string>                                                $phones
     * @param list<array{name: string, from: int|null, to: int|null}> $employers months
     * @param list<string>                                                $schools
     * @param list<string>                                                $links
     */
    public static function of(string $name, ?string $email = null, array $phones = [], array $employers = [], array $schools = [], ?string $city = null, array $links = []): self
    {
        $words = array_values(array_filter(explode(' ', self::letters($name)), static fn (string $w): bool => '' !== $w && !\in_array($w, ['dr', 'mr', 'mrs', 'ms', 'mgr', 'inz', 'prof', 'capt', 'captain'], true)));
        // "Moe, Ola" is written the other way round
        if (1 === preg_match('/^[^,]+,\s*\p{L}/u', $name) && \count($words) > 1) {
            $words = [...\array_slice($words, 1), $words[0]];
        }
        $digits = [];
        foreach ($phones as $phone) {
            $only = (string) preg_replace('/\D/', '', $phone);
            if (\strlen($only) >= 7) {
                $digits[] = substr($only, -8);
            }
        }
        $worked = [];
        foreach ($employers as $one) {
            $key = self::company($one['name']);
            if ('' !== $key) {
                $worked[$key] ??= null === $one['from'] ? null : [$one['from'], $one['to'] ?? $one['from']];
            }
        }
        $city = null === $city ? '' : Folded::phrase($city);

        return new self($words, null === $email || '' === $email ? null : mb_strtolower(trim($email)), array_values(array_unique($digits)), $worked, array_values(array_unique(array_filter(array_map(self::company(...), $schools), static fn (string $s): bool => '' !== $s))), '' === $city ? null : $city, array_values(array_unique(array_map(static fn (string $l): string => (string) preg_replace('~^https?://(?:www\.)?|/$~', '', mb_strtolower($l)), $links))));
    }

    public function first(): string
    {
        return self::NICKNAMES[$this->names[0] ?? ''] ?? $this->names[0] ?? '';
    }

    public function last(): string
    {
        return \count($this->names) > 1 ? $this->names[\count($this->names) - 1] : '';
    }

    /** Name as people count by it: given and family name. */
    public function called(): string
    {
        return $this->first().' '.$this->last();
    }

    public function mailbox(): ?string
    {
        return null === $this->email ? null : (string) preg_replace('/[^a-z0-9]/', '', explode('@', $this->email)[0]);
    }

    public static function given(string $word): string
    {
        return self::NICKNAMES[$word] ?? $word;
    }

    /** Letters as they are compared: one way for what languages write in two (å and aa, ø and oe). */
    private static function letters(string $name): string
    {
        return (string) preg_replace(['/aa/', '/oe/', '/ae/', '/ue/'], ['a', 'o', 'a', 'u'], Folded::phrase(str_replace(["'", '’'], '', $name)));
    }

    /** A company without what its kind adds to its name. */
    public static function company(string $name): string
    {
        $bare = (string) preg_replace('/\b(?:as|asa|ans|sa|s a|ltd|limited|plc|inc|llc|gmbh|ab|oy|sp z o o|sp zoo|the|and|og|group|of|at)\b/', ' ', Folded::phrase($name));

        return trim((string) preg_replace('/\s+/', ' ', $bare));
    }
}
