<?php

declare(strict_types=1);

namespace Jorvent\Core\Shared;

/** Whether a mail address can be one (RFC 5321, with letters of all languages before the @, RFC 6531). */
final class EmailAddress
{
    public static function isValid(string $typed): bool
    {
        return false !== filter_var($typed, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE);
    }

    /** @return list<Refusal> for an address that is needed */
    public static function blockers(string $typed, string $field = 'email'): array
    {
        if (self::isValid($typed)) {
            return [];
        }

        return [new Refusal($field, '' === $typed ? 'email_missing' : 'email_wrong')];
    }

    /** What stands after the @, in small letters. */
    public static function domain(string $email): string
    {
        return mb_strtolower(substr((string) strrchr($email, '@'), 1));
    }
}
