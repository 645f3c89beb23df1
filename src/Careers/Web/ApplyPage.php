<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Adverts\TrackedVisits;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Referrals;
use Jorvent\People\FitSettings;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** The first of three steps of applying without an account: the resume, or none. */
#[OpenDoor('anyone may apply')]
#[Route('/careers/{number}/apply', requirements: ['number' => '\d{1,9}'])]
final class ApplyPage extends CareersSite
{
    private const STEP = 1;

    public function __construct(
        private readonly OpeningQuery $openings,
        private readonly ApplyDrafts $drafts,
        private readonly Referrals $referrals,
        private readonly TrackedVisits $adverts,
        private readonly Upload $upload,
        private readonly FitSettings $fit,
        #[Target('apply')] private readonly RateLimiterFactoryInterface $limit,
    ) {
    }

    #[Route('', name: 'apply', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        return $this->with($number, $request, fn (Opening $opening): Response => $this->page(
            $request, $opening, Errors::none(),
        ));
    }

    #[Route('', name: 'apply_begin', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function begin(
        int $number,
        Request $request,
        #[MapRequestPayload] FirstStep $sent = new FirstStep(),
    ): Response {
        return $this->with($number, $request, function (Opening $opening) use ($request, $sent): Response {
            $key = '';
            $errors = $this->attempt(function () use ($request, $sent, $opening, &$key): void {
                self::limit($this->limit, $request, '', Upload::FIELD);
                $file = YesNo::No === $sent->file ? null : $this->upload->needed($request);
                $key = $this->start($request, $opening, $file);
            });

            return $errors->any()
                ? $this->page($request, $opening, $errors)
                : $this->redirectToRoute('apply_fields', ['key' => $key], Response::HTTP_SEE_OTHER);
        });
    }

    /** @return string the key of the draft */
    private function start(Request $request, Opening $opening, ?ResumeFile $file): string
    {
        $posting = $this->adverts->posting($opening->id, self::hex($request, 'via'));
        if (null !== $posting) {
            $this->adverts->started($posting);
        }
        $referral = $this->referrals->of(self::hex($request, 'from'), $opening->id);

        return $this->drafts->start($opening->id, $posting, $file, $referral);
    }

    /** @param callable(Opening): Response $do */
    private function with(int $number, Request $request, callable $do): Response
    {
        $opening = $this->openings->one($number, $this->locale($request), self::hex($request, 'via'));

        return match (true) {
            null === $opening => $this->gone($request),
            !$opening->days->isOpen => $this->closed($request, $opening),
            default => $do($opening),
        };
    }

    private function page(Request $request, Opening $opening, Errors $errors): Response
    {
        $status = $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK;

        return $this->publicPage($request, 'careers/apply_resume.html.twig', [
            'opening' => $opening,
            'errors' => $errors,
            'step' => self::STEP,
            'accepted' => Upload::ACCEPTED,
            'pay_counts' => $this->fit->pay()['points'] > 0,
        ], $status, $this->brandOf($opening->team->unitId));
    }
}
