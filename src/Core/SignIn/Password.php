<?php

declare(strict_types=1);

namespace Jorvent\Core\SignIn;

/** Whether a password is good enough: long, and not one that is tried first. Rules about kinds of letters make passwords worse, so there are none. */
final readonly class Password
{
    public const SHORTEST = 12;
    public const LONGEST_BYTES = 1000;
    /** A password that is shorter without one's own name, address or the name of the product is short. */
    private const LEFT_WITHOUT_NAMES = 6;

    /** @param array<string, true> $common passwords that many use, in small letters */
    public function __construct(private array $common)
    {
    }

    /**
     * @param list<string> $names of the person and what is around them
     *
     * @return string|null code of what is wrong; null when nothing is
     */
    public function wrong(#[\SensitiveParameter] string $password, array $names): ?string
    {
        return match (true) {
            !mb_check_encoding($password, 'UTF-8') => 'password_not_text',
            mb_strlen($password) < self::SHORTEST => 'password_too_short',
            \strlen($password) > self::LONGEST_BYTES => 'password_too_long',
            $this->isCommon(mb_strtolower($password)) => 'password_common',
            mb_strlen(str_ireplace(self::words($names), '', $password)) < self::LEFT_WITHOUT_NAMES => 'password_of_names',
            default => null,
        };
    }

    /** In the list itself, one of the list with digits or signs around it, one of it repeated, or a run of very few letters. */
    private function isCommon(#[\SensitiveParameter] string $password): bool
    {
        $core = trim($password, "0123456789 !?.,;:#*+-_@$%&/\\()'\"");

        return isset($this->common[$password]) || isset($this->common[$core]) || '' === $core
            || isset($this->common[self::period($password)]) || \count(array_unique(mb_str_split($password))) < 5;
    }

    /** What a text repeats: "abcabc" repeats "abc". */
    private static function period(#[\SensitiveParameter] string $text): string
    {
        $length = strpos($text.$text, $text, 1);

        return substr($text, 0, false === $length ? null : $length);
    }

    /**
     * @param list<string> $names
     *
     * @return list<string> words of three letters or more
     */
    private static function words(array $names): array
    {
        $words = preg_split('/[^\pL\pN]++/u', implode(' ', array_map(mb_scrub(...), $names))) ?: [];

        return array_values(array_filter($words, static fn (string $word): bool => mb_strlen($word) > 2));
    }
}
