<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Form\TellFriendInput;
use Jorvent\Careers\Form\TellFriendType;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Referrals;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** Telling a friend of an opening: the link goes to the one who asks for it, and they pass it on. */
#[OpenDoor('the careers site is public')]
final class TellFriendPage extends CareersSite
{
    #[Route(
        '/careers/{number}/tell', name: 'careers_tell', requirements: ['number' => '\d{1,9}'],
        defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'],
    )]
    public function tell(
        int $number,
        Request $request,
        OpeningQuery $openings,
        Referrals $referrals,
        #[Target('forgotten')] RateLimiterFactoryInterface $limit,
    ): Response {
        $locale = $this->locale($request);
        $opening = $openings->one($number, $locale);
        if (null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->days->isOpen) {
            return $this->closed($request, $opening);
        }
        $brand = $this->brandOf($opening->team->unitId);
        $form = $this->publicForm(TellFriendType::class, new TellFriendInput())->handleRequest($request);
        $typed = $form->getData();
        $ask = static function () use ($request, $typed, $referrals, $opening, $brand, $locale, $limit): void {
            self::limit($limit, $request, 'tell');
            $referrals->ask($typed->name ?? '', $typed->email ?? '', $opening, $brand, $locale);
        };
        $isSent = $this->done($form, $ask);

        return $this->publicPage($request, 'careers/tell_friend.html.twig', [
            'opening' => $opening, 'terms' => $referrals->terms(), 'form' => $form, 'is_sent' => $isSent,
        ], brand: $brand);
    }
}
