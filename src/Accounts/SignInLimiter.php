<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\RateLimiter\AbstractRequestRateLimiter;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/** Few tries per name and address, more per address: one who forgot is slowed, a whole office is not. */
final class SignInLimiter extends AbstractRequestRateLimiter
{
    public function __construct(
        #[Target('sign_in_name')] private readonly RateLimiterFactoryInterface $byName,
        #[Target('sign_in_address')] private readonly RateLimiterFactoryInterface $byAddress,
    ) {
    }

    protected function getLimiters(Request $request): array
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);
        $address = (string) $request->getClientIp();

        return [$this->byAddress->create($address), $this->byName->create(hash('sha256', mb_strtolower(\is_string($name) ? $name : '').'|'.$address))];
    }
}
