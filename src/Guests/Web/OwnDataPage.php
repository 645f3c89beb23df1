<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\People\OwnData\Erase;
use Jorvent\People\OwnData\OwnData;
use Jorvent\People\OwnData\Retention;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Jorvent\Privacy\Read\KeepRequest;
use Jorvent\Privacy\Read\KeepRequestQuery;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** What people do with the data that is held of them. */
#[OpenDoor('a signed link is the key')]
final class OwnDataPage extends GuestSite
{
    private const JSON = \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES;

    public function __construct(
        private readonly KeepRequestQuery $asked,
        private readonly Retention $retention,
        private readonly Erase $erase,
    ) {
    }

    /** To take along. The link is only ever mailed, so whoever has it has their address. */
    #[Route('/l/data/{secret}', name: 'guest_data', methods: ['GET'])]
    public function data(string $secret, Request $request, OwnData $data): Response
    {
        $link = $this->open(LinkPurpose::Data, $secret);
        if (null === $link) {
            return $this->gone($request);
        }

        return new JsonResponse(json_encode($data->of($link->subject), self::JSON), headers: [
            'Content-Disposition' => 'attachment; filename="my-data.json"', 'Cache-Control' => 'no-store',
        ], json: true);
    }

    #[Route('/l/keep/{secret}', name: 'guest_keep', methods: ['GET'])]
    public function ask(string $secret, Request $request): Response
    {
        return $this->withKeep($secret, $request, fn (GuestLink $link, KeepRequest $asked): Response => $this->page(
            $request, $asked, null, Errors::none(),
        ));
    }

    /** Whether their data may be kept for longer; saying no erases it at once. */
    #[Route('/l/keep/{secret}', name: 'guest_keep_answer', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function answer(string $secret, Request $request, #[MapRequestPayload] SentKeepAnswer $sent): Response
    {
        $do = function (GuestLink $link, KeepRequest $asked) use ($request, $sent): Response {
            $errors = $this->attempt(fn () => $this->links->once($link, fn () => match ($sent->do) {
                KeepAnswer::Keep => $this->retention->renew($link->subject),
                KeepAnswer::Erase => ($this->erase)($link->subject, 'answered'),
            }));

            return $this->page($request, $asked, $errors->any() ? null : $sent->do, $errors);
        };

        return $this->withKeep($secret, $request, $do);
    }

    /** @param callable(GuestLink, KeepRequest): Response $do */
    private function withKeep(#[\SensitiveParameter] string $secret, Request $request, callable $do): Response
    {
        $link = $this->open(LinkPurpose::Keep, $secret);
        $asked = null === $link ? null : $this->asked->of($link->subject);
        if (null === $link || null === $asked) {
            return $this->gone($request);
        }
        self::inLanguage($request, $asked->locale);

        return $do($link, $asked);
    }

    private function page(Request $request, KeepRequest $asked, ?KeepAnswer $answer, Errors $errors): Response
    {
        return $this->publicPage($request, 'guests/keep.html.twig', [
            'until' => $asked->until,
            'months' => $this->retention->rules()->future,
            'answer' => $answer?->value,
            'errors' => $errors,
        ], self::status($errors));
    }
}
