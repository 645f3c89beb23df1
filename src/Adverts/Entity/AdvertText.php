<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What the advert of a requisition says in another language than that of its brief. */
#[ORM\Entity]
#[ORM\Table(name: 'advert_text')]
class AdvertText
{
    public const LOCALES = ['nb', 'pl'];

    #[ORM\Column(type: Types::TEXT)]
    private string $title;

    /** cleaned HTML */
    #[ORM\Column(type: Types::TEXT)]
    private string $description;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    #[ORM\Column]
    #[Reference('account')]
    private int $accountId;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('requisition')]
        public readonly int $requisitionId,
        #[ORM\Id, ORM\Column(type: Types::TEXT)]
        public readonly string $locale,
        string $title,
        string $description,
        int $by,
        \DateTimeImmutable $now,
    ) {
        if (!\in_array($locale, self::LOCALES, true)) {
            throw Refused::because('not_offered', 'locale');
        }
        $this->write($title, $description, $by, $now);
    }

    /** @param int $seen the version that was edited */
    public function change(string $title, string $description, int $seen, int $by, \DateTimeImmutable $now): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->write($title, $description, $by, $now);
    }

    public function title(): string
    {
        return $this->title;
    }

    public function description(): string
    {
        return $this->description;
    }

    public function version(): int
    {
        return $this->version;
    }

    private function write(string $title, string $description, int $by, \DateTimeImmutable $now): void
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $title ? new Refusal('title', 'missing') : null,
            '' === $description ? new Refusal('description', 'missing') : null,
        ])));
        [$this->title, $this->description] = [$title, $description];
        [$this->accountId, $this->savedAt] = [$by, $now];
    }
}
