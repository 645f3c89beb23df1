<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * What people agree to when they send their data, in a language. A text that someone agreed to is never changed: a new
 * version takes its place.
 */
#[ORM\Entity]
#[ORM\Table(name: 'consent_text')]
class ConsentText
{
    public const LOCALES = ['en', 'nb', 'pl'];

    public function __construct(
        #[ORM\Id, ORM\Column]
        public readonly int $version,
        #[ORM\Id, ORM\Column(type: Types::TEXT)]
        public readonly string $locale,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $text,
        #[ORM\Column(type: InstantType::NAME, options: ['default' => 'now()'])]
        public readonly \DateTimeImmutable $since,
        /** null: it ships with the product */
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        public readonly ?int $accountId,
    ) {
    }
}
