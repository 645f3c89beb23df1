<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\Book;
use Jorvent\Interviews\Read\InvitationQuery;
use Jorvent\Interviews\Read\OfferedInterview;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A candidate picks one of the times that were offered, in their own time zone. */
#[OpenDoor('a signed link is the key')]
#[Route('/l/book/{secret}')]
final class BookPage extends GuestSite
{
    public function __construct(private readonly InvitationQuery $invitations, private readonly Book $book)
    {
    }

    #[Route('', name: 'guest_book', methods: ['GET'])]
    public function show(string $secret, Request $request, #[MapQueryParameter] string $zone = ''): Response
    {
        $interview = $this->interview($secret, $request);
        $isUnknown = '' !== $zone && null === WorkingHours::zone($zone);
        $errors = Errors::of($isUnknown ? [new Refusal('zone', 'zone_unknown')] : []);

        return null === $interview ? $this->gone($request) : $this->page($request, $interview, $zone, $errors);
    }

    #[Route('', name: 'guest_book_pick', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function pick(
        string $secret,
        Request $request,
        #[MapRequestPayload] ChosenTime $chosen = new ChosenTime(),
        #[MapQueryParameter] string $zone = '',
    ): Response {
        $interview = $this->interview($secret, $request);
        if (null === $interview) {
            return $this->gone($request);
        }
        $errors = $this->attempt(function () use ($interview, $chosen): void {
            $start = $chosen->start();
            if (null === $start || !$this->invitations->isOffered($interview->id, $start)) {
                throw Refused::because('time_taken', 'when');
            }
            ($this->book)($interview->id, $start);
        });
        if ($errors->any()) {
            return $this->page($request, $interview, $zone, $errors);
        }
        $in = ['secret' => $secret, 'zone' => self::zone($interview, $zone)];

        return $this->redirectToRoute('guest_book', $in, Response::HTTP_SEE_OTHER);
    }

    private function interview(#[\SensitiveParameter] string $secret, Request $request): ?OfferedInterview
    {
        $link = $this->open(LinkPurpose::Book, $secret);
        $interview = null === $link ? null : $this->invitations->of($link->subject);
        if (null === $interview || $interview->isCancelled()) {
            return null;
        }
        self::inLanguage($request, $interview->to->locale);

        return $interview;
    }

    /** The one they look in, else the one they are known to live in. */
    private static function zone(OfferedInterview $interview, string $asked): string
    {
        return (WorkingHours::zone($asked) ?? new \DateTimeZone($interview->to->zone))->getName();
    }

    private function page(Request $request, OfferedInterview $interview, string $zone, Errors $errors): Response
    {
        return $this->publicPage($request, 'guests/book.html.twig', [
            'interview' => $interview,
            'times' => $this->invitations->times($interview->id),
            'zone' => self::zone($interview, $zone),
            'zones' => \DateTimeZone::listIdentifiers(),
            'errors' => $errors,
        ], self::status($errors), $this->brandOf($interview->job->unitId));
    }
}
