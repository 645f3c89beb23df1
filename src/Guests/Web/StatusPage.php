<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Careers\Web\Upload;
use Jorvent\Guests\AddFile;
use Jorvent\Interviews\Read\InvitationQuery;
use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequests;
use Jorvent\People\OwnData\DataRequestWay;
use Jorvent\People\OwnData\OwnData;
use Jorvent\Pipeline\Read\ApplicationStatus;
use Jorvent\Pipeline\Read\StatusQuery;
use Jorvent\Pipeline\WithdrawApplication;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A candidate sees how their application stands; adds a file, asks for their data, or takes it back. */
#[OpenDoor('a signed link is the key')]
#[Route('/l/status/{secret}')]
final class StatusPage extends GuestSite
{
    public function __construct(
        private readonly StatusQuery $applications,
        private readonly InvitationQuery $invitations,
        private readonly WithdrawApplication $withdraw,
        private readonly AddFile $add,
        private readonly Upload $upload,
        private readonly DataRequests $requests,
        private readonly OwnData $data,
    ) {
    }

    #[Route('', name: 'guest_status', methods: ['GET'])]
    public function show(string $secret, Request $request): Response
    {
        $application = $this->application($secret, $request);

        return null === $application ? $this->gone($request) : $this->page($request, $application, Errors::none());
    }

    #[Route('', name: 'guest_status_act', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function change(string $secret, Request $request, #[MapRequestPayload] SentStatusAct $sent): Response
    {
        $application = $this->application($secret, $request);
        if (null === $application) {
            return $this->gone($request);
        }
        $errors = $this->attempt(fn () => $this->take($application, $sent->do, $request));

        return $errors->any() ? $this->page($request, $application, $errors) : $this->again('guest_status', $secret);
    }

    private function take(ApplicationStatus $application, StatusAct $act, Request $request): void
    {
        [$candidate, $requisition] = [$application->candidateId, $application->requisitionId];
        match ($act) {
            StatusAct::File => ($this->add)($candidate, $requisition, $this->upload->needed($request)),
            StatusAct::Data => $this->data->mail($candidate, $requisition),
            StatusAct::Forget => $this->requests->ask(
                $candidate, DataRequestKind::Forget, DataRequestWay::Page, $requisition,
            ),
            StatusAct::Withdraw => ($this->withdraw)($application->id),
        };
    }

    private function application(#[\SensitiveParameter] string $secret, Request $request): ?ApplicationStatus
    {
        $link = $this->open(LinkPurpose::Status, $secret);
        $application = null === $link ? null : $this->applications->of($link->subject);
        if (null !== $application) {
            self::inLanguage($request, $application->to->locale);
        }

        return $application;
    }

    private function page(Request $request, ApplicationStatus $application, Errors $errors): Response
    {
        return $this->publicPage($request, 'guests/status.html.twig', [
            'application' => $application,
            'interview_at' => $this->invitations->next($application->id),
            'files' => $this->data->files($application->candidateId),
            'forget_asked_at' => $this->requests->askedToBeForgotten($application->candidateId),
            'accepted' => Upload::ACCEPTED,
            'errors' => $errors,
        ], self::status($errors), $this->brandOf($application->job->unitId));
    }
}
