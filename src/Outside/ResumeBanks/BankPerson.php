<?php

declare(strict_types=1);

namespace Jorvent\Outside\ResumeBanks;

/** Someone of an outside database. In what a search finds, name, address and phone are empty; $mailHash is the SHA-256 of the address in small letters, to tell those we know. */
final readonly class BankPerson
{
    public function __construct(
        public string $ref, public string $name, public ?string $email, public ?string $phone, public string $headline, public ?string $city, public ?string $country,
        public ?float $years, public ?bool $wouldMove, public string $text, public ?string $activeOn, public ?string $mailHash = null,
    ) {
    }

    /** @param array<array-key, mixed> $data */
    public static function fromArray(array $data): self
    {
        $text = static fn (string $key): ?string => \is_string($data[$key] ?? null) ? $data[$key] : null;

        return new self(
            $text('ref') ?? '', $text('name') ?? '', $text('email'), $text('phone'), $text('headline') ?? '', $text('city'), $text('country'),
            is_numeric($data['years'] ?? null) ? (float) $data['years'] : null, \is_bool($data['would_move'] ?? null) ? $data['would_move'] : null, $text('text') ?? '', $text('active_on'), $text('mail_sha256') ?? (null === $text('email') ? null : hash('sha256', mb_strtolower($text('email')))),
        );
    }
}
