<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\Analysed;
use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\AnalysisBy;
use Jorvent\Adverts\Form\AnalysisInput;
use Jorvent\Adverts\Form\AnalysisType;
use Jorvent\Adverts\Payments;
use Jorvent\Adverts\ReadBill;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Psr\Clock\ClockInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the money for adverts brings, over all openings one may see; and bills of what was paid. */
final class AnalysisPage extends SignedInPage
{
    public function __construct(
        private readonly Analysis $analysis,
        private readonly AnalysisTable $table,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Gate(Permission::BeSignedIn)]
    #[Route('/adverts', name: 'advert_analysis', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($this->asked($request));
    }

    #[Gate(Permission::BeSignedIn)]
    #[Route(
        '/adverts/as.{format}', name: 'advert_analysis_sheet', requirements: ['format' => 'csv|xlsx'], methods: ['GET'],
    )]
    public function sheet(string $format, Request $request): Response
    {
        $form = $this->asked($request);
        $asked = $form->getData();
        $found = $this->found($form, $asked->by());
        if (null === $found) {
            return $this->page($form);
        }
        $name = 'adverts-by-'.implode('-', $asked->parameters());

        return SheetWriter::response($format, $name, $this->table->head($asked->by()), $this->table->rows($found));
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('/adverts/bill', name: 'advert_bill', methods: ['POST'])]
    public function bill(Request $request, ReadBill $read, Payments $payments): Response
    {
        $file = $request->files->get('file');
        try {
            if (!$file instanceof UploadedFile || !$file->isValid()) {
                throw Refused::because('file_missing', 'file');
            }
            $rows = $read($file->getPathname(), $this->me());
            $this->say('bill_read', ['%count%' => $payments->import($rows, $this->me()->id)]);
        } catch (Refused $refused) {
            return $this->page($this->form(), $refused->refusals);
        }

        return $this->redirectToRoute('advert_analysis', [], Response::HTTP_SEE_OTHER);
    }

    /**
     * What an address leaves out stays as it is.
     *
     * @return FormInterface<AnalysisInput>
     */
    private function asked(Request $request): FormInterface
    {
        $form = $this->form();

        return [] === $request->query->all() ? $form : $form->submit($request->query->all(), false);
    }

    /** @return FormInterface<AnalysisInput> */
    private function form(): FormInterface
    {
        return $this->formOf(AnalysisType::class, new AnalysisInput($this->clock->now()->setTime(0, 0)));
    }

    /**
     * @param FormInterface<AnalysisInput> $form
     *
     * @return Analysed|null null when what is asked can not be read
     */
    private function found(FormInterface $form, AnalysisBy $by): ?Analysed
    {
        $asked = $form->getData();
        if (($form->isSubmitted() && !$form->isValid()) || null === $asked->from || null === $asked->to) {
            return null;
        }

        return $this->analysis->of($this->me(), $by, $asked->from, $asked->to, $asked->how());
    }

    /**
     * @param FormInterface<AnalysisInput> $form
     * @param list<Refusal>                $wrong of a bill
     */
    private function page(FormInterface $form, array $wrong = []): Response
    {
        $by = $form->getData()->by();
        $found = $this->found($form, $by);

        return $this->render('adverts/analysis.html.twig', [
            'form' => $form,
            'asked' => $form->getData(),
            'found' => $found,
            'months' => AnalysisBy::Month === $by ? $found : $this->found($form, AnalysisBy::Month),
            'wrong' => $wrong,
        ], new Response(status: [] === $wrong ? 200 : 422));
    }
}
