<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * A link of one's own to an opening, to be passed on to friends. What is promised is written down with it, and is not
 * changed by terms that change later.
 */
#[ORM\Entity]
#[ORM\Table(name: 'referral')]
class Referral
{
    private const SHORTEST_NAME = 2;
    private const LONGEST_NAME = 200;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** counted by ReferralVisitStore @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 0])]
    public int $visits = 0;

    #[ORM\Embedded(columnPrefix: false)]
    private Promise $promise;

    public function __construct(
        #[ORM\Column]
        #[Reference('requisition')]
        public readonly int $requisitionId,
        #[ORM\Column(type: Types::STRING, length: 10, options: ['fixed' => true])]
        public readonly string $code,
        #[ORM\Column(type: Types::TEXT)]
        private string $name,
        #[ORM\Column(type: Types::TEXT)]
        private string $email,
        #[ORM\Column(type: Types::TEXT)]
        private string $locale,
        Promise $promise,
        /**
         * Not readonly: Doctrine sets it anew when it refreshes a locked row.
         *
         * @phpstan-readonly-allow-private-mutation
         */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $askedAt,
    ) {
        Refused::unlessEmpty(self::blockers($name, $email));
        $this->promise = $promise;
    }

    /** @return list<Refusal> */
    public static function blockers(string $name, string $email): array
    {
        $refusals = [];
        if (mb_strlen($name) < self::SHORTEST_NAME) {
            $refusals[] = new Refusal('name', 'name_missing');
        }
        if (mb_strlen($name) > self::LONGEST_NAME) {
            $refusals[] = new Refusal('name', 'answer_too_long', ['limit' => self::LONGEST_NAME]);
        }

        return [...$refusals, ...EmailAddress::blockers($email)];
    }

    /** Who asks for the link again reads its mail in the language they ask in now. */
    public function askedAgain(string $locale): void
    {
        $this->locale = $locale;
    }

    /** Whoever asked for it is forgotten; what came of the link stays. */
    public function forget(): void
    {
        $this->name = 'Someone forgotten';
        $this->email = 'forgotten-'.$this->id.'@forgotten.invalid';
    }

    public function name(): string
    {
        return $this->name;
    }

    public function email(): string
    {
        return $this->email;
    }

    public function locale(): string
    {
        return $this->locale;
    }

    public function promise(): Promise
    {
        return $this->promise;
    }

    /** Nobody refers themselves. */
    public function isBy(string $email): bool
    {
        return mb_strtolower($this->email) === mb_strtolower($email);
    }
}
