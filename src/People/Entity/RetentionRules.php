<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;

/** How long data of people is kept, as an admin set it. There is one row of it. */
#[ORM\Entity]
#[ORM\Table(name: 'retention')]
class RetentionRules
{
    public const ID = 1;

    #[ORM\Id, ORM\Column]
    private int $id = self::ID;

    /** months; so are the next two */
    #[ORM\Column]
    private int $application;

    #[ORM\Column]
    private int $future;

    #[ORM\Column]
    private int $sourced;

    #[ORM\Column]
    private int $askDays;

    /** The last person that the day's round has come to; KeepUntilStore moves it on. */
    #[ORM\Column(options: ['default' => 0])]
    private int $sweptTo = 0;

    /** the day of the last round that came to its end */
    #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
    private ?\DateTimeImmutable $sweptOn = null; // @phpstan-ignore property.unusedType (written by KeepUntilStore)

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function __construct(Rules $rules = new Rules())
    {
        $this->take($rules);
    }

    public function rules(): Rules
    {
        return new Rules($this->application, $this->future, $this->sourced, $this->askDays);
    }

    public function version(): int
    {
        return $this->version;
    }

    /**
     * New rules hold for everyone: the round through all people begins anew.
     *
     * @param int $seen the version that was edited
     *
     * @throws Refused when someone else saved others since
     */
    public function change(Rules $rules, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->take($rules);
        [$this->sweptTo, $this->sweptOn] = [0, null];
    }

    private function take(Rules $rules): void
    {
        [$this->application, $this->future] = [$rules->application, $rules->future];
        [$this->sourced, $this->askDays] = [$rules->sourced, $rules->askDays];
    }
}
