<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;
use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumberUtil;

/** Who applies or leaves a resume, as they wrote it. */
final readonly class Applicant
{
    private const SHORTEST_NAME = 2;
    private const LONGEST = 200;

    public function __construct(public string $name, public string $email, public string $phone, public string $city)
    {
    }

    /** @param array<string, string> $fields by name; what is missing is empty */
    public static function of(array $fields): self
    {
        $field = static fn (string $name): string => self::line($fields[$name] ?? '');

        return new self($field('name'), $field('email'), $field('phone'), $field('city'));
    }

    /** @return array{name: string, email: string, phone: string, city: string} */
    public function fields(): array
    {
        return ['name' => $this->name, 'email' => $this->email, 'phone' => $this->phone, 'city' => $this->city];
    }

    /**
     * @param string $country of the opening, in which a phone number without a prefix is read (ISO 3166-1, two letters)
     *
     * @return list<Refusal>
     */
    public function blockers(string $country): array
    {
        return [
            ...(mb_strlen($this->name) < self::SHORTEST_NAME ? [new Refusal('name', 'name_missing')] : []),
            ...EmailAddress::blockers($this->email),
            ...('' === $this->phone || self::canBeCalled($this->phone, $country)
                ? []
                : [new Refusal('phone', 'phone_wrong')]),
            ...$this->tooLong(),
        ];
    }

    public function firstName(): string
    {
        return explode(' ', $this->name)[0];
    }

    /** @return list<Refusal> */
    private function tooLong(): array
    {
        $refusals = [];
        foreach ($this->fields() as $field => $typed) {
            if (mb_strlen($typed) > self::LONGEST) {
                $refusals[] = new Refusal($field, 'answer_too_long', ['limit' => self::LONGEST]);
            }
        }

        return $refusals;
    }

    /** Without breaks of lines and other control characters. */
    private static function line(string $typed): string
    {
        return trim((string) preg_replace('/\p{Cc}+/u', ' ', $typed));
    }

    private static function canBeCalled(string $phone, string $country): bool
    {
        $numbers = PhoneNumberUtil::getInstance();
        try {
            return $numbers->isPossibleNumber($numbers->parse($phone, $country));
        } catch (NumberParseException) {
            return false;
        }
    }
}
