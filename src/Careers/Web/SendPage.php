<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Apply;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Declarations;
use Jorvent\Core\Careers\Declared;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** The last step of applying: all of it is looked at once more and sent; then the thanks. */
#[OpenDoor('anyone may apply')]
#[Route('/a/{key}', requirements: ['key' => '[0-9a-f]{32}'])]
final class SendPage extends DraftSite
{
    private const STEP = 3;
    private const LOOK_AGAIN_SECONDS = 1;
    private const SECRET = '/^[\w\-]{20,60}$/D';
    /** It was sent, is being sent by another click, or is not kept any more: the thanks say which. */
    private const OVER = ['already_sent', 'being_sent', 'draft_gone'];

    public function __construct(
        private readonly Apply $apply,
        private readonly FollowedAdverts $followed,
        private readonly Consent $consent,
        private readonly Declarations $declarations,
        #[Target('draft_check')] private readonly RateLimiterFactoryInterface $limit,
    ) {
    }

    #[Route('/check', name: 'apply_check', methods: ['GET'])]
    public function check(string $key, Request $request): Response
    {
        $this->limitDraft($key);

        return $this->with($key, $request, fn (OpenDraft $open): Response => $this->page(
            $request, $open, Errors::none(),
        ));
    }

    #[Route('/check', name: 'apply_send', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function send(
        string $key,
        Request $request,
        #[MapRequestPayload] SentConsent $sent = new SentConsent(),
    ): Response {
        $this->limitDraft($key);

        return $this->with($key, $request, function (OpenDraft $open) use ($request, $sent): Response {
            $status = '';
            $errors = $this->attempt(function () use ($request, $sent, $open, &$status): void {
                $touches = $this->followed->to($request, $open->draft->requisitionId);
                $status = ($this->apply)($open->key, $this->locale($request), $sent->consent, $touches);
            });

            return $errors->any()
                ? $this->refused($open->key, $request, $sent->consent, $errors)
                : $this->thank($open->key, $status);
        });
    }

    /**
     * The thanks, the way to the status page, and, for who wants to, a form that knows neither them nor the
     * application.
     */
    #[Route('/sent', name: 'apply_sent', methods: ['GET'])]
    public function sent(string $key, Request $request, #[MapQueryParameter] string $to = ''): Response
    {
        $draft = $this->drafts->find($key);
        if (null === $draft) {
            return $this->gone($request);
        }
        if (!$draft->isSent()) {
            return $this->notSentYet($key, $request);
        }

        return $this->publicPage($request, 'careers/sent.html.twig', [
            'secret' => self::isSecret($to) ? $to : null,
            'asked' => $this->declarations->asked(),
            'answers' => Declared::QUESTIONS,
            'smallest' => $this->declarations->settings()->smallest(),
            'is_declared' => $draft->isDeclared(),
        ], brand: $this->brandOf($this->requisitions->of($draft->requisitionId)->brief->place->unit));
    }

    /** What they say of themselves is counted, and not kept with the application. */
    #[Route('/sent', name: 'apply_declare', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function declare(
        string $key,
        #[MapRequestPayload] SentDeclaration $sent = new SentDeclaration(),
        #[MapQueryParameter] string $to = '',
    ): Response {
        $this->declarations->count($key, $sent->declared);
        $status = self::isSecret($to) ? ['to' => $to] : [];

        return $this->redirectToRoute('apply_sent', ['key' => $key] + $status, Response::HTTP_SEE_OTHER);
    }

    /** A key can be tried out only so often. */
    private function limitDraft(string $key): void
    {
        if (!$this->limit->create($key)->consume()->isAccepted()) {
            throw new TooManyRequestsHttpException();
        }
    }

    private function refused(string $key, Request $request, string $consent, Errors $errors): Response
    {
        if (\in_array($errors->all[0]->code, self::OVER, true)) {
            return $this->redirectToRoute('apply_sent', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        $this->drafts->consent($key, $consent);

        return $this->with($key, $request, fn (OpenDraft $open): Response => $this->page(
            $request, $open, $errors,
        ));
    }

    private function page(Request $request, OpenDraft $open, Errors $errors): Response
    {
        $version = $this->consent->version();
        $company = $this->brandOf($open->opening->team->unitId)->name;

        return $this->step(self::STEP, $request, $open, 'careers/apply_check.html.twig', $errors, [
            'consent' => $this->consent->text($version, $this->locale($request), $company),
            'consent_version' => (string) $version,
        ]);
    }

    /** @param string $status the address of the status page */
    private function thank(string $key, string $status): Response
    {
        $secret = substr($status, (int) strrpos($status, '/') + 1);
        $thanks = ['key' => $key, 'to' => $secret];
        $response = $this->redirectToRoute('apply_sent', $thanks, Response::HTTP_SEE_OTHER);
        $response->headers->clearCookie(FollowedAdverts::COOKIE);

        return $response;
    }

    /** Being sent by another click, which is not through yet: the page looks again. Else it was never sent. */
    private function notSentYet(string $key, Request $request): Response
    {
        if (!$this->drafts->isBeingSent($key)) {
            return $this->redirectToRoute('apply_check', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        $response = $this->publicPage($request, 'careers/being_sent.html.twig', status: Response::HTTP_ACCEPTED);
        $response->headers->set('Refresh', (string) self::LOOK_AGAIN_SECONDS);

        return $response;
    }

    private static function isSecret(string $status): bool
    {
        return 1 === preg_match(self::SECRET, $status);
    }
}
