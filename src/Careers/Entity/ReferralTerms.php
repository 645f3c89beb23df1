<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** What is promised to colleagues who tell a friend of an opening. There is one row of it. */
#[ORM\Entity]
#[ORM\Table(name: 'referral_terms')]
class ReferralTerms
{
    public const ID = 1;
    private const MOST_DAYS = 400;
    private const DOMAIN = '/^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z]{2,24}$/D';

    #[ORM\Id, ORM\Column]
    private int $id = self::ID;

    /** in minor units */
    #[ORM\Column(type: Types::BIGINT, nullable: true)]
    private ?int $credit = null;

    #[ORM\Column(type: Types::STRING, length: 3, options: ['fixed' => true, 'default' => 'EUR'])]
    private string $currency = 'EUR';

    #[ORM\Column(options: ['default' => 90])]
    private int $afterDays = 90;

    /** of the mail addresses it is promised to, with spaces between */
    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $domains = '';

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function credit(): ?Money
    {
        return null === $this->credit ? null : new Money($this->credit, $this->currency);
    }

    /** The currency of the credit, or of the last one there was. */
    public function currency(): string
    {
        return $this->currency;
    }

    public function afterDays(): int
    {
        return $this->afterDays;
    }

    /** @return list<string> */
    public function domains(): array
    {
        return '' === $this->domains ? [] : explode(' ', $this->domains);
    }

    public function version(): int
    {
        return $this->version;
    }

    /** What whoever has this address is promised. */
    public function promise(string $email): Promise
    {
        $isColleague = \in_array(EmailAddress::domain($email), $this->domains(), true);

        return new Promise($isColleague ? $this->credit() : null, $this->afterDays);
    }

    /**
     * @param list<string> $domains in small letters
     * @param int          $seen    the version that was edited
     */
    public function change(?Money $credit, int $afterDays, array $domains, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        Refused::unlessEmpty(self::blockers($credit, $afterDays, $domains));
        $this->credit = $credit?->minor;
        $this->currency = $credit->currency ?? $this->currency;
        $this->afterDays = $afterDays;
        $this->domains = implode(' ', $domains);
    }

    /**
     * @param list<string> $domains
     *
     * @return list<Refusal>
     */
    private static function blockers(?Money $credit, int $afterDays, array $domains): array
    {
        $refusals = [];
        if (null !== $credit && !$credit->isPositive()) {
            $refusals[] = new Refusal('credit', 'amount_wrong');
        }
        if ($afterDays < 0 || $afterDays > self::MOST_DAYS) {
            $refusals[] = new Refusal('after_days', 'days_range');
        }
        foreach ($domains as $domain) {
            if (1 !== preg_match(self::DOMAIN, $domain)) {
                $refusals[] = new Refusal('domains', 'domain_wrong', ['name' => $domain]);
                break;
            }
        }
        if (null !== $credit && [] === $domains) {
            $refusals[] = new Refusal('domains', 'credit_for_whom');
        }

        return $refusals;
    }
}
