<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Careers\Referrals;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who told a friend, what came of it, and the credit that is due. */
#[Gate(Permission::Administer)]
#[Route('/referrals')]
final class ReferralsPage extends SignedInPage
{
    public function __construct(private readonly Referrals $referrals)
    {
    }

    #[Route('', name: 'referrals', methods: ['GET'])]
    public function show(): Response
    {
        return $this->page(Errors::none(), null);
    }

    #[Route('', name: 'referrals_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        try {
            if (null !== $input->int('pay')) {
                $this->referrals->pay($input->int('pay'), $this->me()->id);
                $this->say('credit_paid');
            } else {
                $credit = '' === $input->line('credit') ? null : Money::parse($input->line('credit'), $input->line('currency')) ?? throw Refused::because('amount_wrong', 'credit');
                if (null !== $credit && !$credit->isPositive()) {
                    throw Refused::because('amount_wrong', 'credit');
                }
                $this->referrals->saveTerms($credit, $input->int('after_days') ?? -1, $input->text('domains'), $input->int('version') ?? 0);
                $this->say('terms_saved');
            }
        } catch (Refused $refused) {
            return $this->page(Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('referrals', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('.csv', name: 'referrals_csv', methods: ['GET'])]
    public function csv(): Response
    {
        $rows = array_map(static fn ($r): array => [$r->str('teller'), $r->str('email'), 'R-'.$r->int('number'), $r->str('title'), $r->str('candidate'), $r->instant('applied_at')->format('Y-m-d'), $r->str('credit_state'), null === $r->intOrNull('credit') ? '' : (new Money($r->int('credit'), $r->str('currency')))->units(), $r->strOrNull('currency') ?? '', $r->instantOrNull('due_on')?->format('Y-m-d') ?? '', $r->instantOrNull('paid_on')?->format('Y-m-d') ?? ''], $this->referrals->all());

        return SheetWriter::response('csv', 'referrals', ['told by', 'e-mail', 'requisition', 'opening', 'candidate', 'applied', 'credit state', 'credit', 'currency', 'due on', 'paid on'], $rows);
    }

    private function page(Errors $errors, ?Input $input): Response
    {
        return $this->render('careers/referrals.html.twig', ['rows' => $this->referrals->all(), 'links' => $this->referrals->links(), 'terms' => $this->referrals->terms(), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }
}
