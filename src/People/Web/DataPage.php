<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Form\RetentionRulesInput;
use Jorvent\People\Form\RetentionRulesType;
use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequests;
use Jorvent\People\OwnData\DataRequestWay;
use Jorvent\People\OwnData\OwnData;
use Jorvent\People\OwnData\Retention;
use Jorvent\People\OwnData\Tombstones;
use Jorvent\People\Read\AskerRow;
use Jorvent\People\Read\DataRequestQuery;
use Jorvent\People\Read\RetentionQuery;
use Jorvent\Platform\Web\Page;
use Psr\Clock\ClockInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * People's own data in one place: what they asked for, whose time is nearly over, who was forgotten and what proves it,
 * and the rules.
 */
#[Gate(Permission::Administer)]
#[Route('/data')]
final class DataPage extends Page
{
    private const DAYS = 60;
    private const FORGOTTEN_SHOWN = 40;

    public function __construct(
        private readonly Retention $retention,
        private readonly RetentionQuery $query,
        private readonly DataRequests $requests,
        private readonly DataRequestQuery $asked,
        private readonly Tombstones $tombstones,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('', name: 'data', methods: ['GET'])]
    public function show(#[MapQueryString] Who $who = new Who()): Response
    {
        return $this->page($this->rulesForm(), $who);
    }

    #[Route('/rules', name: 'data_rules', methods: ['POST'])]
    public function rules(Request $request): Response
    {
        $form = $this->rulesForm()->handleRequest($request);
        $typed = $form->getData();
        if ($this->done($form, fn () => $this->retention->change($typed->typed(), (int) $typed->version))) {
            $this->say('retention_ruled');

            return $this->redirectToRoute('data', [], Response::HTTP_SEE_OTHER);
        }

        return $this->page($form, new Who());
    }

    /** A request that came by mail, letter or telephone. */
    #[Route('/request', name: 'data_request', methods: ['POST'])]
    public function request(#[MapRequestPayload] SentDataRequest $sent, OwnData $data): Response
    {
        $person = $this->person($sent->candidate());
        if (!$sent->isKnownWay()) {
            throw $this->createNotFoundException();
        }
        if (DataRequestKind::Forget === $sent->kind) {
            $ask = fn () => $this->requests->ask($person->id, DataRequestKind::Forget, $sent->way);

            return $this->act($ask, null, 'person_forget', ['candidate' => $person->id]);
        }
        $mail = static fn () => null === $person->email
            ? throw Refused::because('no_address')
            : $data->mail($person->id, null, $sent->way);

        return $this->act($mail, 'data_sent', 'data');
    }

    /** An admin's word on someone who could not be asked: kept as if they had said yes. */
    #[Route('/{candidate}/keep', name: 'data_keep', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function keep(int $candidate): Response
    {
        return $this->act(fn () => $this->retention->renew($candidate), 'kept_longer', 'data');
    }

    /** All that is held of someone who has no address to send it to. */
    #[Route('/{candidate}/all.json', name: 'data_all', requirements: ['candidate' => '\d{1,9}'], methods: ['GET'])]
    public function all(int $candidate, OwnData $data): Response
    {
        $all = new JsonResponse($data->of($this->person($candidate)->id), headers: [
            'Content-Disposition' => HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, 'data.json'),
            'Cache-Control' => 'no-store',
        ]);

        return $all->setEncodingOptions(\JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }

    private function person(int $candidate): AskerRow
    {
        return $this->asked->person($candidate) ?? throw $this->createNotFoundException();
    }

    /** @return FormInterface<RetentionRulesInput> */
    private function rulesForm(): FormInterface
    {
        return $this->formOf(RetentionRulesType::class, new RetentionRulesInput($this->retention->edited()), [
            'action' => $this->generateUrl('data_rules'),
        ]);
    }

    /** @param FormInterface<RetentionRulesInput> $form */
    private function page(FormInterface $form, Who $who): Response
    {
        return $this->render('people/data.html.twig', [
            'q' => $who->words,
            'is_looked_for' => $who->canBeLookedFor(),
            'found' => $who->canBeLookedFor() ? $this->asked->people($who->words) : [],
            'ways' => DataRequestWay::enteredByUs(),
            'requests' => $this->asked->recent(),
            'ending' => $this->query->ending($this->clock->now()->modify('+'.self::DAYS.' days')),
            'days' => self::DAYS,
            'ask_days' => $this->retention->rules()->askDays,
            'form' => $form,
            'stones' => $this->tombstones->recent(self::FORGOTTEN_SHOWN),
            'chain' => $this->tombstones->check(),
        ]);
    }
}
