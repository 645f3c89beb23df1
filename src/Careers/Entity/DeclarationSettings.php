<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** What applicants are asked about themselves, and how small a group may be to be shown. There is one row of it. */
#[ORM\Entity]
#[ORM\Table(name: 'declaration')]
class DeclarationSettings
{
    public const ID = 1;
    public const LEAST = 5;
    private const MOST = 1000;

    #[ORM\Id, ORM\Column]
    private int $id = self::ID;

    /** @var list<string> keys of questions */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $asked = [];

    #[ORM\Column(options: ['default' => 10])]
    private int $smallest = 10;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    /** @return list<string> questions; none when nothing is asked */
    public function asked(): array
    {
        return array_values(array_filter(
            $this->asked, static fn (string $question): bool => isset(Declared::QUESTIONS[$question]),
        ));
    }

    /** @return int<1, max> */
    public function smallest(): int
    {
        return max(1, $this->smallest);
    }

    public function version(): int
    {
        return $this->version;
    }

    /**
     * @param list<string> $asked
     * @param int          $seen  the version that was edited
     */
    public function change(array $asked, int $smallest, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $refusals = [];
        if ($smallest < self::LEAST || $smallest > self::MOST) {
            $refusals[] = new Refusal('smallest', 'group_too_small', ['limit' => self::LEAST]);
        }
        if ([] !== array_diff($asked, array_keys(Declared::QUESTIONS))) {
            $refusals[] = new Refusal('asked', 'not_offered');
        }
        Refused::unlessEmpty($refusals);
        [$this->asked, $this->smallest] = [$asked, $smallest];
    }
}
