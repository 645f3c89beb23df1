<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Platform\Web\Errors;
use Jorvent\Requisitions\Read\FactsQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Service\Attribute\Required;

/** Steps of an application that is being written. */
abstract class DraftSite extends CareersSite
{
    protected readonly ApplyDrafts $drafts;
    protected readonly FactsQuery $requisitions;
    private OpeningQuery $openings;

    #[Required]
    public function setDrafts(ApplyDrafts $drafts, FactsQuery $requisitions, OpeningQuery $openings): void
    {
        [$this->drafts, $this->requisitions, $this->openings] = [$drafts, $requisitions, $openings];
    }

    /** @param callable(OpenDraft): Response $do with a draft that can still be sent */
    protected function with(string $key, Request $request, callable $do): Response
    {
        $draft = $this->drafts->find($key);
        if (null === $draft) {
            return $this->gone($request);
        }
        if ($draft->isSent()) {
            return $this->redirectToRoute('apply_sent', ['key' => $key], Response::HTTP_SEE_OTHER);
        }
        $locale = $this->locale($request);
        $opening = $this->openings->ofRequisition($draft->requisitionId, $draft->postingId, $locale);
        if (null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->days->isOpen) {
            return $this->closed($request, $opening, $draft);
        }
        $questions = $this->requisitions->of($draft->requisitionId)->questionnaire();

        return $do(new OpenDraft($key, $draft, $opening, $questions));
    }

    /** @param array<string, mixed> $view */
    protected function step(
        int $step,
        Request $request,
        OpenDraft $open,
        string $template,
        Errors $errors,
        array $view = [],
    ): Response {
        $status = $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK;

        return $this->publicPage($request, $template, [
            ...$view,
            'open' => $open,
            'opening' => $open->opening,
            'applicant' => $open->draft->applicant(),
            'errors' => $errors,
            'step' => $step,
        ], $status, $this->brandOf($open->opening->team->unitId));
    }
}
