<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Writing\Checker;
use Jorvent\Outside\TextServices\TextService;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Text\Blocks;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\TextServices;
use Jorvent\Requisitions\Writing;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** Writing the description with help: what to look at again, and a draft taken block by block. */
#[Route('/r/{number}/writing', requirements: ['number' => '\d{1,9}'])]
final class WritingPage extends SignedInPage
{
    private const STREAM = ['Content-Type' => 'text/event-stream', 'X-Accel-Buffering' => 'no', 'Cache-Control' => 'no-store'];

    public function __construct(
        private readonly RequisitionQuery $views,
        private readonly RequisitionRepository $requisitions,
        private readonly Writing $writing,
        private readonly TextServices $service,
        private readonly RichText $rich,
    ) {
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('', name: 'writing', methods: ['GET', 'POST'])]
    public function show(
        #[ByNumber] Requisition $requisition, #[MapRequestPayload] Drafting $asked = new Drafting(),
    ): Response {
        return $this->page($requisition, $asked);
    }

    /** The findings alone, for the brief's own page. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/findings', name: 'writing_findings', methods: ['GET'])]
    public function findings(#[ByNumber] Requisition $requisition): Response
    {
        return $this->render('requisitions/findings.html.twig', [
            'number' => $requisition->number, 'findings' => $this->writing->findings($requisition->brief()),
        ]);
    }

    /** The text service's answer as it comes; what goes wrong is said in the stream. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/stream', name: 'writing_stream', methods: ['POST'])]
    public function ask(#[MapRequestPayload] Drafting $asked, TextService $texts): Response
    {
        $settings = $this->service->settings();
        $instruction = $this->writing->instruction();

        return new StreamedResponse(static function () use ($settings, $instruction, $asked, $texts): void {
            try {
                if (null === $settings) {
                    throw new RefusedByThem('No text service has been entered.');
                }
                foreach ($texts->write($settings, $instruction, trim($asked->prompt)) as $piece) {
                    self::send('piece', $piece);
                }
                self::send('done', '');
            } catch (NotNow|RefusedByThem $e) {
                self::send('failed', $e->getMessage());
            }
        }, headers: self::STREAM);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/take', name: 'writing_take', methods: ['POST'])]
    public function take(
        #[MapRequestPayload] Drafting $asked, #[ByNumber] Requisition $requisition, SaveBrief $save,
    ): Response {
        $brief = $requisition->brief();
        try {
            $description = Blocks::take($brief->job->description, $asked->heading, $this->rich->clean($asked->html));
            $taken = $brief->with(['description' => $this->rich->clean($description)]);
            $save($requisition->id, $taken, $requisition->version, $this->me()->id);
            $this->say('block_taken');
        } catch (Refused $refused) {
            $this->addFlash('refused', ['id' => 'refusal.'.$refused->refusals[0]->code, 'data' => []]);
        }
        $this->requisitions->clear();
        $requisition = $this->requisitions->byNumber($requisition->number) ?? throw $this->createNotFoundException();

        // the form brings the draft along, so that it stays on the page and the next block can be taken
        return $this->page($requisition, $asked);
    }

    private function page(Requisition $requisition, Drafting $asked): Response
    {
        $brief = $requisition->brief();
        $profile = $requisition->origin->profileId;
        $plain = RichText::plain($brief->job->description);
        $standing = [];
        foreach (Blocks::of($brief->job->description) as $block) {
            $standing[mb_strtolower($block['heading'])] = $block['html'];
        }

        return $this->render('requisitions/writing.html.twig', [
            'view' => $this->views->byNumber($requisition->number),
            'requisition' => $requisition,
            'brief' => $brief,
            'findings' => $this->writing->findings($brief),
            'words' => $asked->words,
            'blocks' => $this->blocks($requisition, $asked),
            'standing' => $standing,
            'service' => $this->service->shown(),
            'prompt' => $asked->prompt ?: $this->writing->prompt($brief, $profile, $asked->words),
            'by' => WrittenBy::Nobody === $asked->by ? '' : $asked->by->value,
            'counts' => ['words' => Checker::words($plain), 'lix' => Checker::lix($plain)],
        ]);
    }

    /** @return list<array{heading: string, html: string}> of the draft */
    private function blocks(Requisition $requisition, Drafting $asked): array
    {
        return match ($asked->by) {
            WrittenBy::Drafter => array_map(
                static fn (array $block): array => ['heading' => $block['heading'], 'html' => Blocks::html($block)],
                $this->writing->draft($requisition->brief(), $requisition->origin->profileId, $asked->words),
            ),
            WrittenBy::Text => Blocks::of($this->rich->clean($this->rich->fromPlain($asked->text))),
            WrittenBy::Nobody => [],
        };
    }

    /** One event of a stream that the browser reads while it comes. */
    private static function send(string $event, string $data): void
    {
        $json = json_encode($data, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        echo "event: $event\ndata: $json\n\n";
        if (ob_get_level() > 0) {
            ob_flush();
        }
        flush();
    }
}
