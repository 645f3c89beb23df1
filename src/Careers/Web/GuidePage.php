<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Form\GuideMessageInput;
use Jorvent\Careers\Form\GuideMessageType;
use Jorvent\Careers\Guide;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** Proposals with their reasons, written answers, and a way to a person. Only sending a message keeps anything. */
#[OpenDoor('the careers site is public')]
final class GuidePage extends CareersSite
{
    public function __construct(private readonly Guide $guide, private readonly OpeningQuery $openings)
    {
    }

    #[Route('/careers/guide', name: 'careers_guide', methods: ['GET'])]
    public function ask(Request $request, #[MapQueryString] GuideAsked $asked = new GuideAsked()): Response
    {
        $message = new GuideMessageInput($asked->question);

        return $this->page($request, $asked, $this->publicForm(GuideMessageType::class, $message));
    }

    #[Route('/careers/guide', name: 'careers_guide_write', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function write(Request $request, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        $form = $this->publicForm(GuideMessageType::class, new GuideMessageInput())->handleRequest($request);
        $typed = $form->getData();
        $isSent = $this->done($form, function () use ($request, $typed, $limit): void {
            self::limit($limit, $request, 'guide', 'message');
            $this->guide->handOn(
                $typed->name ?? '', $typed->email ?? '', $typed->message ?? '', $this->locale($request),
            );
        });

        return $this->page($request, new GuideAsked(), $form, $isSent);
    }

    /** @param FormInterface<GuideMessageInput> $form */
    private function page(Request $request, GuideAsked $asked, FormInterface $form, bool $isSent = false): Response
    {
        $locale = $this->locale($request);
        $settings = $this->guide->settings();
        $wanted = $asked->wanted();
        $errors = $asked->errors();
        $question = trim($asked->question);

        return $this->publicPage($request, 'careers/guide.html.twig', [
            'greeting' => $settings->greeting($locale),
            'contact' => $settings->contact(),
            'facets' => $this->openings->facets($locale, $this->brands->units($this->brand($request))),
            'asked' => $asked,
            'errors' => $errors,
            'found' => $wanted->isEmpty() || $errors->any() ? null : $this->guide->propose($wanted, $locale),
            'answer' => '' === $question ? null : $this->guide->answer($question, $locale),
            'form' => $form,
            'is_sent' => $isSent,
        ], $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK);
    }
}
