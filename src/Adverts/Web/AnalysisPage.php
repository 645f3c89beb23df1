<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\Costs;
use Jorvent\Adverts\SpendBook;
use Jorvent\Core\Adverts\Attribution;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the money for adverts brings, over all openings one may see; and the book of what was paid. */
final class AnalysisPage extends SignedInPage
{
    public function __construct(private readonly Analysis $analysis, private readonly ClockInterface $clock)
    {
    }

    #[Gate(Permission::BeSignedIn)]
    #[Route('/adverts', name: 'advert_analysis', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request, Errors::none());
    }

    #[Gate(Permission::BeSignedIn)]
    #[Route('/adverts/as.{format}', name: 'advert_analysis_sheet', requirements: ['format' => 'csv|xlsx'], methods: ['GET'])]
    public function sheet(string $format, Request $request): Response
    {
        [$by, $from, $to, $how] = $this->asked($request);
        $lines = $this->analysis->of($this->me(), $by, $from, $to, $how)['lines'];

        return SheetWriter::response($format, 'adverts-by-'.$by.'-'.$from->format('Y-m-d').'-'.$to->format('Y-m-d').'-'.$how->value, [$by, 'adverts', ...Analysis::STEPS, 'cost_eur', ...array_map(static fn (string $s): string => 'eur_per_'.$s, Analysis::STEPS), 'eur_per_qualified_low', 'eur_per_qualified_high'], array_map(
            static fn (array $l): array => [$l['label'], $l['adverts'], ...array_map(static fn (string $s): float => round($l['counts'][$s], 2), Analysis::STEPS), null === $l['cost'] ? null : round($l['cost'], 2), ...array_map(static fn (string $s): ?float => null === $l['per'][$s] ? null : round($l['per'][$s], 2), Analysis::STEPS), null === $l['qualified'] ? null : round($l['qualified']['low'], 2), isset($l['qualified']['high']) ? round($l['qualified']['high'], 2) : null],
            $lines,
        ));
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('/adverts/bill', name: 'advert_bill', methods: ['POST'])]
    public function bill(Request $request, SpendBook $book): Response
    {
        $file = $request->files->get('file');
        try {
            if (!$file instanceof UploadedFile || !$file->isValid()) {
                throw Refused::because('file_missing', 'file');
            }
            $this->say('bill_read', ['%count%' => $book->import($file->getPathname(), $this->me())]);
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('advert_analysis', [], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/r/{number}/adverts/{posting}/paid', name: 'advert_paid', requirements: ['number' => '\d{1,9}', 'posting' => '\d{1,9}'], methods: ['POST'])]
    public function paid(int $number, int $posting, Request $request, SpendBook $book, Subject $_subject): Response
    {
        $input = Input::of($request);
        $requisition = (int) $_subject->requisitionId;
        $entry = $input->int('payment');

        return $this->act(
            fn () => null !== $entry ? $book->strike($requisition, $entry) : $book->enter($requisition, $posting, $input->day('day'), $input->line('amount'), $input->line('currency') ?: Costs::CURRENCY, $input->line('note'), $this->me()->id),
            null !== $entry ? 'payment_struck' : 'payment_entered', 'advert_history', ['number' => $number, 'posting' => $posting],
        );
    }

    private function page(Request $request, Errors $errors): Response
    {
        [$by, $from, $to, $how] = $this->asked($request);
        $found = $this->analysis->of($this->me(), $by, $from, $to, $how);
        $months = 'month' === $by ? $found['lines'] : $this->analysis->of($this->me(), 'month', $from, $to, $how)['lines'];

        return $this->render('adverts/analysis.html.twig', ['found' => $found, 'months' => $months, 'by' => $by, 'from' => $from, 'to' => $to, 'how' => $how, 'ways' => Attribution::cases(), 'groups' => Analysis::BY, 'errors' => $errors, 'parameters' => ['by' => $by, 'from' => $from->format('Y-m-d'), 'to' => $to->format('Y-m-d'), 'how' => $how->value]], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return array{string, \DateTimeImmutable, \DateTimeImmutable, Attribution} */
    private function asked(Request $request): array
    {
        $by = $request->query->getString('by', 'board');
        $day = static function (string $name, string $else, \DateTimeImmutable $now) use ($request): \DateTimeImmutable {
            return Input::dayOf($request->query->getString($name)) ?? $now->setTime(0, 0)->modify($else);
        };

        return [\in_array($by, Analysis::BY, true) ? $by : 'board', $day('from', '-12 months', $this->clock->now()), $day('to', '+0 days', $this->clock->now()), Attribution::tryFrom($request->query->getString('how')) ?? Attribution::Last];
    }
}
