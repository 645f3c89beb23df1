<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\TextServices\TextService;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Text\Blocks;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\SaveBriefHandler;
use Jorvent\Requisitions\TextServiceStore;
use Jorvent\Requisitions\Writing;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;

/** Writing the description with help: what to look at again, and a draft taken block by block. */
#[Route('/r/{number}/writing', requirements: ['number' => '\d{1,9}'])]
final class WritingPage extends Page
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly Writing $writing, private readonly TextServiceStore $service, private readonly RichText $text)
    {
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('', name: 'writing', methods: ['GET', 'POST'])]
    public function show(int $number, Request $request): Response
    {
        $requisition = $this->requisition($number);
        $brief = $requisition->brief();
        $input = Input::of($request);
        $words = $input->text('words');
        $by = $input->choice('by', WrittenBy::class, WrittenBy::Nobody);
        $blocks = match ($by) {
            WrittenBy::Drafter => array_map(static fn (array $b): array => ['heading' => $b['heading'], 'html' => Blocks::html($b)], $this->writing->draft($brief, $requisition->profileId, $words)),
            WrittenBy::Text => Blocks::of($this->text->clean($this->text->fromPlain($input->text('text')))),
            WrittenBy::Nobody => [],
        };
        $standing = [];
        foreach (Blocks::of($brief->description) as $block) {
            $standing[mb_strtolower($block['heading'])] = $block['html'];
        }

        return $this->render('requisitions/writing.html.twig', [
            'view' => $this->views->byNumber($number), 'requisition' => $requisition, 'brief' => $brief, 'findings' => $this->writing->findings($brief), 'words' => $words, 'blocks' => $blocks, 'standing' => $standing, 'service' => $this->service->shown(),
            'prompt' => '' === $input->text('prompt') ? $this->writing->prompt($brief, $requisition->profileId, $words) : $input->text('prompt'), 'by' => WrittenBy::Nobody === $by ? '' : $by->value, 'counts' => ['words' => \Jorvent\Core\Writing\Checker::words(RichText::plain($brief->description)), 'lix' => \Jorvent\Core\Writing\Checker::lix(RichText::plain($brief->description))],
        ]);
    }

    /** The findings alone, for the brief's own page. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/findings', name: 'writing_findings', methods: ['GET'])]
    public function findings(int $number): Response
    {
        return $this->render('requisitions/findings.html.twig', ['number' => $number, 'findings' => $this->writing->findings($this->requisition($number)->brief())]);
    }

    /** The text service's answer as it comes; what goes wrong is said in the stream. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/stream', name: 'writing_stream', methods: ['POST'])]
    public function ask(Request $request, TextService $texts): Response
    {
        $settings = $this->service->settings();
        $prompt = Input::of($request)->text('prompt');
        $instruction = $this->writing->instruction();

        return new StreamedResponse(static function () use ($settings, $instruction, $prompt, $texts): void {
            $say = static function (string $event, string $data): void {
                echo "event: $event\ndata: ".json_encode($data, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE)."\n\n";
                if (ob_get_level() > 0) {
                    ob_flush();
                }
                flush();
            };
            try {
                if (null === $settings) {
                    throw new RefusedByThem('No text service has been entered.');
                }
                foreach ($texts->write($settings, $instruction, $prompt) as $piece) {
                    $say('piece', $piece);
                }
                $say('done', '');
            } catch (NotNow|RefusedByThem $e) {
                $say('failed', $e->getMessage());
            }
        }, headers: ['Content-Type' => 'text/event-stream', 'X-Accel-Buffering' => 'no', 'Cache-Control' => 'no-store']);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/take', name: 'writing_take', methods: ['POST'])]
    public function take(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $brief = $requisition->brief();
        try {
            $description = Blocks::take($brief->description, $input->line('heading'), $this->text->clean($input->text('html')));
            $save(new SaveBrief($requisition->id, Brief::fromArray([...$brief->toArray(), 'description' => $this->text->clean($description)]), $requisition->version));
            $this->say('block_taken');
        } catch (Refused $refused) {
            $this->addFlash('refused', ['id' => 'refusal.'.$refused->refusals[0]->code, 'data' => []]);
        }
        // the form brings the draft along, so that it stays on the page and the next block can be taken
        $this->entities->clear();

        return $this->show($number, $request);
    }

    private function requisition(int $number): Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
    }
}
