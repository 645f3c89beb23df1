<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\FinishLater;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** The second step of applying: who they are, and the questions. What is typed is kept under the key in the address. */
#[OpenDoor('anyone may apply')]
#[Route('/a/{key}', requirements: ['key' => '[0-9a-f]{32}'])]
final class DraftPage extends DraftSite
{
    private const STEP = 2;

    public function __construct(
        private readonly FinishLater $later,
        #[Target('forgotten')] private readonly RateLimiterFactoryInterface $limit,
    ) {
    }

    #[Route('', name: 'apply_fields', methods: ['GET'])]
    public function show(string $key, Request $request): Response
    {
        return $this->with($key, $request, fn (OpenDraft $open): Response => $this->page(
            $request, $open, Errors::none(),
        ));
    }

    #[Route('', name: 'apply_typed', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function type(
        string $key,
        Request $request,
        #[MapRequestPayload] SentFields $sent = new SentFields(),
    ): Response {
        return $this->with($key, $request, function (OpenDraft $open) use ($request, $sent): Response {
            $this->drafts->save($open->key, $sent->applicant(), $sent->answers($open->questionnaire()));

            return match ($sent->then) {
                FieldsAct::Keep => new Response('', Response::HTTP_NO_CONTENT),
                FieldsAct::Later => $this->later($request, $open),
                FieldsAct::Next => $this->next($request, $open),
            };
        });
    }

    private function later(Request $request, OpenDraft $open): Response
    {
        $email = $open->draft->applicant()->email;
        $brand = $this->brandOf($open->opening->team->unitId);
        $errors = $this->attempt(function () use ($request, $email, $open, $brand): void {
            self::limit($this->limit, $request, 'later');
            ($this->later)($open->key, $email, $open->opening, $brand->name, $this->locale($request));
        });
        if ($errors->any()) {
            return $this->page($request, $open, $errors);
        }

        return $this->publicPage($request, 'careers/later.html.twig', [
            'opening' => $open->opening, 'email' => $email, 'days' => ApplyDrafts::DAYS,
        ], brand: $brand);
    }

    private function next(Request $request, OpenDraft $open): Response
    {
        $errors = Errors::of([
            ...$open->draft->applicant()->blockers($open->opening->place->country),
            ...$open->questionnaire()->refuse($open->answers()),
        ]);

        return $errors->any()
            ? $this->page($request, $open, $errors)
            : $this->redirectToRoute('apply_check', ['key' => $open->key], Response::HTTP_SEE_OTHER);
    }

    private function page(Request $request, OpenDraft $open, Errors $errors): Response
    {
        return $this->step(self::STEP, $request, $open, 'careers/apply_fields.html.twig', $errors);
    }
}
