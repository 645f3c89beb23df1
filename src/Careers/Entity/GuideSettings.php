<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** When the guide of the careers site offers itself, how it greets, and who gets messages. There is one row of it. */
#[ORM\Entity]
#[ORM\Table(name: 'guide')]
class GuideSettings
{
    public const ID = 1;
    private const LONGEST_GREETING = 300;

    #[ORM\Id, ORM\Column]
    private int $id = self::ID;

    #[ORM\Column(type: Types::TEXT, enumType: GuideOffered::class, options: ['default' => 'always'])]
    private GuideOffered $offered = GuideOffered::Always;

    /** address of the person who gets messages; empty for nobody */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $contact = '';

    /** @var array<string, string> by language; those that ship with the product stand where there is none */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '{}'])]
    private array $greetings = [];

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function offered(): GuideOffered
    {
        return $this->offered;
    }

    public function contact(): string
    {
        return $this->contact;
    }

    /** Its own greeting in a language; null for the one that ships with it. */
    public function greeting(string $locale): ?string
    {
        return $this->greetings[$locale] ?? null;
    }

    public function version(): int
    {
        return $this->version;
    }

    /**
     * @param array<string, string> $greetings by language; empty ones are none
     * @param int                   $seen      the version that was edited
     */
    public function change(GuideOffered $offered, string $contact, array $greetings, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $refusals = [];
        if ('' !== $contact && false === filter_var($contact, \FILTER_VALIDATE_EMAIL)) {
            $refusals[] = new Refusal('contact', 'email_wrong');
        }
        foreach ($greetings as $locale => $greeting) {
            if (mb_strlen($greeting) > self::LONGEST_GREETING) {
                $refusals[] = new Refusal('greeting.'.$locale, 'too_long', ['most' => self::LONGEST_GREETING]);
            }
        }
        Refused::unlessEmpty($refusals);
        [$this->offered, $this->contact] = [$offered, $contact];
        $this->greetings = array_filter($greetings, static fn (string $greeting): bool => '' !== $greeting);
    }
}
