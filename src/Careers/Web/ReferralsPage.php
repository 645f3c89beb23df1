<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Careers\Form\ReferralTermsInput;
use Jorvent\Careers\Form\ReferralTermsType;
use Jorvent\Careers\Read\ReferralQuery;
use Jorvent\Careers\Read\ReferredApplication;
use Jorvent\Careers\Referrals;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who told a friend, what came of it, and the credit that is due. */
#[Gate(Permission::Administer)]
#[Route('/referrals')]
final class ReferralsPage extends SignedInPage
{
    private const HEADINGS = [
        'told by', 'e-mail', 'requisition', 'opening', 'candidate', 'applied', 'credit state', 'credit', 'currency',
        'due on', 'paid on',
    ];

    public function __construct(private readonly Referrals $referrals, private readonly ReferralQuery $query)
    {
    }

    #[Route('', name: 'referrals', methods: ['GET', 'POST'])]
    public function terms(Request $request): Response
    {
        $terms = $this->referrals->terms();
        $form = $this->formOf(ReferralTermsType::class, new ReferralTermsInput($terms))->handleRequest($request);
        $typed = $form->getData();
        $save = fn () => $this->referrals->saveTerms(
            $typed->money(), $typed->afterDays ?? -1, $typed->domains ?? '', (int) $typed->version,
        );
        if ($this->done($form, $save)) {
            $this->say('terms_saved');

            return $this->redirectToRoute('referrals', [], Response::HTTP_SEE_OTHER);
        }

        return $this->render('careers/referrals.html.twig', [
            'applications' => $this->query->applications(), 'links' => $this->query->links(), 'form' => $form,
        ]);
    }

    /** Notes that the credit for an application was paid today. */
    #[Route(
        '/{application}/paid', name: 'referral_paid', requirements: ['application' => '\d{1,9}'], methods: ['POST'],
    )]
    public function pay(int $application): Response
    {
        $pay = fn () => $this->referrals->pay($application, $this->me()->id);

        return $this->act($pay, 'credit_paid', 'referrals');
    }

    #[Route('.csv', name: 'referrals_csv', methods: ['GET'])]
    public function csv(): Response
    {
        $day = static fn (?\DateTimeImmutable $day): string => $day?->format('Y-m-d') ?? '';
        $row = static fn (ReferredApplication $came): array => [
            $came->teller->name,
            $came->teller->email,
            'R-'.$came->job->number,
            $came->job->title,
            $came->candidate,
            $day($came->appliedAt),
            $came->credit->state->value,
            $came->credit->amount?->units() ?? '',
            $came->credit->amount->currency ?? '',
            $day($came->credit->dueOn),
            $day($came->credit->paidOn),
        ];

        return SheetWriter::response(
            'csv', 'referrals', self::HEADINGS, array_map($row, $this->query->applications()),
        );
    }
}
