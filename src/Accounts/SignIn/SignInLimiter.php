<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\RateLimiter\RequestRateLimiterInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\RateLimiter\RateLimit;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/**
 * Few tries for an account from one address, more for an account from anywhere, more again from one address: who forgot
 * is slowed, an office behind one address is not, and many addresses together do not get far with one account. Each try
 * counts before its password is looked at, so that tries at the same moment are not let through together.
 */
final readonly class SignInLimiter implements RequestRateLimiterInterface
{
    public function __construct(
        #[Target('sign_in_name')] private RateLimiterFactoryInterface $byNameAndAddress,
        #[Target('sign_in_account')] private RateLimiterFactoryInterface $byName,
        #[Target('sign_in_address')] private RateLimiterFactoryInterface $byAddress,
    ) {
    }

    public function consume(Request $request): RateLimit
    {
        $least = $this->byAddress->create((string) $request->getClientIp())->consume();
        $account = $this->byName->create($this->name($request));
        foreach ([$account, $this->byNameAndAddress->create($this->both($request))] as $limiter) {
            $limit = $limiter->consume();
            $least = $limit->isAccepted() && !$least->isAccepted() ? $least : (!$limit->isAccepted() ? $limit : $least);
        }

        return $least;
    }

    /**
     * After a sign-in that went well. What comes from the address stays counted: who has one account does not get tries
     * for the others.
     */
    public function reset(Request $request): void
    {
        $this->byNameAndAddress->create($this->both($request))->reset();
        $this->byName->create($this->name($request))->reset();
    }

    private function name(Request $request): string
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);

        return mb_strtolower(trim(\is_string($name) ? $name : ''));
    }

    private function both(Request $request): string
    {
        return $this->name($request).'|'.$request->getClientIp();
    }
}
