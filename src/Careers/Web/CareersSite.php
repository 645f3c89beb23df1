<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Read\Opening;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Web\PublicPage;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;

/** What pages of the careers site share. */
abstract class CareersSite extends PublicPage
{
    /** An opening can no longer be applied for: its last day is over, or it was closed while someone was writing. */
    protected function closed(Request $request, Opening $opening, ?ApplyDraft $draft = null): Response
    {
        return $this->publicPage($request, 'careers/closed.html.twig', [
            'opening' => $opening,
            'draft_key' => null === $draft ? null : $request->attributes->getString('key'),
            'days' => ApplyDrafts::DAYS,
        ], Response::HTTP_GONE, $this->brandOf($opening->team->unitId));
    }

    /**
     * Counts a try of whoever sends this.
     *
     * @throws Refused when there were too many
     */
    protected static function limit(
        RateLimiterFactoryInterface $limit,
        Request $request,
        string $what,
        string $field = 'email',
    ): void {
        if (!$limit->create(trim($what.' '.$request->getClientIp()))->consume()->isAccepted()) {
            throw Refused::because('too_many', $field);
        }
    }

    /** @return array<string, string> what the address says of how someone came, for the next page */
    protected static function carried(Request $request): array
    {
        return array_filter(
            ['via' => self::hex($request, 'via'), 'from' => self::hex($request, 'from')],
            static fn (string $code): bool => '' !== $code,
        );
    }
}
