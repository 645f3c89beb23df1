<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Alerts;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Form\LeaveResumeInput;
use Jorvent\Careers\Form\LeaveResumeType;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** A resume without an opening. What was typed for one that closed meanwhile is taken over. */
#[OpenDoor('the careers site is public')]
final class LeaveResumePage extends CareersSite
{
    public function __construct(
        private readonly Alerts $alerts,
        private readonly ApplyDrafts $drafts,
        private readonly OpeningQuery $openings,
        private readonly Consent $consent,
        private readonly Upload $upload,
        #[Target('apply')] private readonly RateLimiterFactoryInterface $limit,
    ) {
    }

    #[Route('/careers/mind', name: 'careers_mind', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function leave(Request $request): Response
    {
        $brand = $this->brand($request);
        $locale = $this->locale($request);
        $draft = $this->draft($request);
        $form = $this->form($draft, $locale, $brand)->handleRequest($request);
        $typed = $form->getData();
        $leave = function () use ($request, $typed, $draft, $locale, $brand): void {
            self::limit($this->limit, $request, 'mind');
            $file = $this->upload->optional($request) ?? $draft?->resume();
            $this->alerts->leaveResume(
                $typed->applicant(), $typed->narrowed(), $typed->consent ?? '', $file, $locale, $brand,
            );
        };
        if ($this->done($form, $leave)) {
            return $this->publicPage($request, 'careers/alert_asked.html.twig', brand: $brand);
        }
        $version = $this->consent->version();

        return $this->publicPage($request, 'careers/leave_resume.html.twig', [
            'form' => $form,
            'file' => $draft?->resume()?->name,
            'accepted' => Upload::ACCEPTED,
            'consent' => $this->consent->text($version, $locale, $brand->name),
            'consent_version' => (string) $version,
        ], brand: $brand);
    }

    /** @return FormInterface<LeaveResumeInput> */
    private function form(?ApplyDraft $draft, string $locale, BrandView $brand): FormInterface
    {
        $facets = $this->openings->facets($locale, $this->brands->units($brand));

        return $this->publicForm(LeaveResumeType::class, new LeaveResumeInput($draft?->applicant()), [
            'categories' => array_map(strval(...), array_keys($facets['category'])),
            'cities' => array_map(strval(...), array_keys($facets['city'])),
        ]);
    }

    /** What was begun for an opening, and not sent. */
    private function draft(Request $request): ?ApplyDraft
    {
        $draft = $this->drafts->find(self::hex($request, 'draft'));

        return true === $draft?->isSent() ? null : $draft;
    }
}
