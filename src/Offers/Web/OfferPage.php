<?php

declare(strict_types=1);

namespace Jorvent\Offers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Offers\Letter;
use Jorvent\Offers\OfferDesk;
use Jorvent\Offers\SigningNames;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The offers of a requisition: pay against the band, who must agree and why, the letter beside it. */
final class OfferPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly FactsQuery $facts, private readonly RequisitionQuery $views, private readonly OfferDesk $desk, private readonly ApprovalQuery $approvals, private readonly ClockInterface $clock, private readonly SigningNames $names)
    {
    }

    #[Gate(Permission::ReadOffer, Gate::REQUISITION)]
    #[Route('/r/{number}/offer', name: 'offer', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $number, Request $request, Letter $letter): Response
    {
        return $this->page($number, self::whole($request, 'application'), null, Errors::none(), $letter);
    }

    #[Gate(Permission::ComposeOffer, Gate::APPLICATION)]
    #[Route('/r/{number}/offer/{application}', name: 'offer_compose', requirements: ['number' => '\d{1,9}', 'application' => '\d{1,9}'], methods: ['POST'])]
    public function compose(int $number, int $application, Request $request, Letter $letter): Response
    {
        $input = Input::of($request);
        $ask = Save::Ask === $input->choice('then', Save::class, Save::Keep);
        $currency = $this->requisition($number)->brief->pay->currency;
        try {
            $id = $this->desk->compose($application, new OfferTerms(Money::parse($input->line('base'), $currency), $input->day('first_day'), $input->day('answer_by')), $this->me()->id);
            if ($ask) {
                $this->desk->ask($id);
                $this->say('offer_asked');
            } else {
                $this->say('offer_kept');
            }
        } catch (Refused $refused) {
            return $this->page($number, $application, $input, Errors::of($refused->refusals), $letter);
        }

        return $this->redirectToRoute('offer', ['number' => $number, 'application' => $application], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::ComposeOffer, Gate::OFFER)]
    #[Route('/r/{number}/offer/{offer}/send', name: 'offer_send', requirements: ['number' => '\d{1,9}', 'offer' => '\d{1,9}'], methods: ['POST'])]
    public function send(int $number, int $offer): Response
    {
        return $this->act(fn () => $this->desk->send($offer), 'offer_sent', 'offer', ['number' => $number, 'application' => $this->application($offer)]);
    }

    #[Gate(Permission::ComposeOffer, Gate::OFFER)]
    #[Route('/r/{number}/offer/{offer}/withdraw', name: 'offer_withdraw', requirements: ['number' => '\d{1,9}', 'offer' => '\d{1,9}'], methods: ['POST'])]
    public function withdraw(int $number, int $offer): Response
    {
        return $this->act(fn () => $this->desk->withdraw($offer), 'offer_withdrawn', 'offer', ['number' => $number, 'application' => $this->application($offer)]);
    }

    #[Gate(Permission::Decide, Gate::OFFER)]
    #[Route('/r/{number}/offer/{offer}/decide', name: 'offer_decide', requirements: ['number' => '\d{1,9}', 'offer' => '\d{1,9}'], methods: ['POST'])]
    public function decide(int $number, int $offer, Request $request): Response
    {
        $input = Input::of($request);
        $answer = $input->choice('answer', Decision::class);

        return $this->act(fn () => $this->desk->decide($offer, $this->me()->id, $answer, $input->text('note')), 'offer_'.$answer->value, 'offer', ['number' => $number, 'application' => $this->application($offer)]);
    }

    /** The recruiter's word on another name than the known one. */
    #[Gate(Permission::ComposeOffer, Gate::OFFER)]
    #[Route('/r/{number}/offer/{offer}/name', name: 'offer_name', requirements: ['number' => '\d{1,9}', 'offer' => '\d{1,9}'], methods: ['POST'])]
    public function name(int $number, int $offer, Request $request, SigningNames $names): Response
    {
        $confirm = NameAnswer::Confirm === Input::of($request)->choice('answer', NameAnswer::class);

        return $this->act(
            fn () => $names->decide($offer, $confirm, $this->me()->id), $confirm ? 'name_confirmed' : 'name_refused',
            'offer', ['number' => $number, 'application' => $this->application($offer)],
        );
    }

    #[Gate(Permission::ReadOffer, Gate::OFFER)]
    #[Route('/r/{number}/offer/{offer}/letter.pdf', name: 'offer_letter', requirements: ['number' => '\d{1,9}', 'offer' => '\d{1,9}'], methods: ['GET'])]
    public function letter(int $offer, Letter $letter, FileStore $files): Response
    {
        $hash = $this->db->row('SELECT letter_sha256 FROM offer WHERE id = :id', ['id' => $offer])?->strOrNull('letter_sha256');

        return new Response(null === $hash ? $letter->pdf($offer, $this->clock->now()) : $files->get($hash), headers: ['Content-Type' => 'application/pdf', 'Content-Disposition' => 'inline; filename="offer.pdf"', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; object-src 'self'; frame-ancestors 'self'"]);
    }

    private function application(int $offer): int
    {
        return $this->db->int('SELECT application_id FROM offer WHERE id = :id', ['id' => $offer]);
    }

    private function requisition(int $number): RequisitionFacts
    {
        return $this->facts->byNumber($number);
    }

    private function page(int $number, int $application, ?Input $typed, Errors $errors, Letter $letter): Response
    {
        $requisition = $this->requisition($number);
        $people = $this->db->rows(
            "SELECT p.id, c.name, p.stage, o.id AS offer_id, o.state AS offer_state FROM application p JOIN candidate c ON c.id = p.candidate_id LEFT JOIN offer o ON o.application_id = p.id AND o.state NOT IN ('withdrawn') AND o.id = (SELECT max(id) FROM offer WHERE application_id = p.id)
             WHERE p.requisition_id = :r AND (o.id IS NOT NULL OR (p.state = 'active' AND p.stage IN ('interview', 'decision', 'offer'))) ORDER BY (o.id IS NULL), p.stage DESC, c.name LIMIT 30",
            ['r' => $requisition->id],
        );
        $application = 0 === $application ? $this->waitsForMe($requisition->id) : $application;
        $chosen = array_values(array_filter($people, static fn (Record $p): bool => $p->int('id') === $application))[0] ?? $people[0] ?? null;
        $offer = null === $chosen?->intOrNull('offer_id') ? null : $this->db->row('SELECT o.*, a.name AS composer FROM offer o JOIN account a ON a.id = o.composed_by WHERE o.id = :id', ['id' => $chosen->int('offer_id')]);
        $band = $this->desk->band($requisition);
        $base = null === $offer ? $band?->midpoint() : new Money($offer->int('base'), $offer->str('currency'));

        return $this->render('offers/offer.html.twig', [
            'view' => $this->views->byNumber($number), 'requisition' => $requisition, 'people' => $people, 'chosen' => $chosen, 'offer' => $offer, 'band' => $band, 'base' => $base, 'errors' => $errors, 'typed' => $typed, 'asked_name' => null === $offer ? null : $this->names->of($offer->int('id')), 'letter' => $facts = null === $offer ? null : $letter->facts($offer->int('id')), 'company' => null === $facts ? '' : $letter->brand($facts)->name,
            'chain' => null === $band || null === $base ? [] : (new ApprovalChain())->forOffer($base, $band), 'approvals' => null === $offer ? [] : $this->approvals->of($requisition->id, $offer->int('id'), $this->me()->id),
            'versions' => null === $offer ? [] : $this->db->rows("SELECT a.at, n.name, a.change FROM log_entry a LEFT JOIN staff_name n ON n.id = a.actor_id WHERE a.act = 'offer.composed' AND a.subject_id = :id ORDER BY a.id", ['id' => $offer->int('id')]),
            'mail' => null === $offer ? null : $this->db->row('SELECT id, state, attempts, last_error, available_at FROM delivery WHERE starts_with(key, :key) ORDER BY id DESC LIMIT 1', ['key' => 'offer-'.$offer->int('id').'-']), 'now' => $this->clock->now(),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return int the application whose offer I am to decide on, 0 when none is */
    private function waitsForMe(int $requisition): int
    {
        return $this->db->int(
            "SELECT o.application_id FROM asked_approver v JOIN offer o ON o.id = v.offer_id WHERE v.requisition_id = :r AND v.state = 'waiting' AND ".Delegations::decides('v').' ORDER BY v.id LIMIT 1',
            ['r' => $requisition, 'me' => $this->me()->id, 'today' => $this->clock->now()->format('Y-m-d')],
        );
    }
}
