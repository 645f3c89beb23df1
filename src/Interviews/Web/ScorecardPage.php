<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Scorecards\Recommendation;
use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\FileScorecard;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** An interviewer's own card, beside the resume it is about. */
#[Gate(Permission::FillScorecard, Gate::INTERVIEW)]
#[Route('/interviews/{interview}/card', requirements: ['interview' => '\d{1,9}'])]
final class ScorecardPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly FileScorecard $file, private readonly ClockInterface $clock)
    {
    }

    #[Route('', name: 'scorecard', methods: ['GET'])]
    public function show(int $interview): Response
    {
        return $this->page($interview, null, Errors::none());
    }

    #[Route('', name: 'scorecard_submit', methods: ['POST'])]
    public function submit(int $interview, Request $request): Response
    {
        $input = Input::of($request);
        $submit = CardAct::Submit === $input->choice('then', CardAct::class);
        try {
            $this->keep($interview, $input, $submit);
            $this->say($submit ? 'card_submitted' : 'card_kept');
        } catch (Refused $refused) {
            return $this->page($interview, $input, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('scorecard', ['interview' => $interview], Response::HTTP_SEE_OTHER);
    }

    #[Route('/keep', name: 'scorecard_keep', methods: ['POST'])]
    public function autosave(int $interview, Request $request): Response
    {
        try {
            $this->keep($interview, Input::of($request), false);

            return new JsonResponse(['version' => 1]);
        } catch (Refused $refused) {
            return new JsonResponse(['refused' => [['field' => '', 'code' => $refused->refusals[0]->code]]], 422);
        }
    }

    private function keep(int $interview, Input $input, bool $submit): void
    {
        $competencies = $this->competencies($this->facts($interview));
        $value = $input->map('value');
        $evidence = $input->map('evidence');
        $ratings = [];
        foreach ($competencies as $i => $name) {
            $ratings[$name] = ['value' => 1 === preg_match('/^[1-5]$/', $value[$i] ?? '') ? (int) $value[$i] : null, 'evidence' => $evidence[$i] ?? ''];
        }
        $recommendation = $input->has('recommendation') ? $input->choice('recommendation', Recommendation::class)->value : null;
        ($this->file)($interview, $this->me()->id, $ratings, $competencies, $recommendation, $input->text('summary'), $submit);
    }

    private function page(int $interview, ?Input $typed, Errors $errors): Response
    {
        $facts = $this->facts($interview);
        $card = $this->db->row('SELECT ratings, recommendation, summary, submitted_at, saved_at FROM scorecard WHERE interview_id = :i AND account_id = :a', ['i' => $interview, 'a' => $this->me()->id]);
        $kept = [];
        foreach ($card?->objects('ratings') ?? [] as $rating) {
            $kept[\is_string($rating['competency'] ?? null) ? $rating['competency'] : ''] = $rating;
        }
        $lines = [];
        foreach ($facts->objects('competencies') as $i => $competency) {
            $name = \is_string($competency['name'] ?? null) ? $competency['name'] : '';
            $lines[] = ['name' => $name, 'anchors' => $competency, 'value' => null === $typed ? ($kept[$name]['value'] ?? null) : ($typed->map('value')[$i] ?? null), 'evidence' => null === $typed ? ($kept[$name]['evidence'] ?? '') : ($typed->map('evidence')[$i] ?? '')];
        }

        return $this->render('interviews/scorecard.html.twig', [
            'facts' => $facts, 'lines' => $lines, 'card' => $card, 'errors' => $errors, 'recommendation' => $typed?->line('recommendation') ?? $card?->strOrNull('recommendation'), 'summary' => $typed?->text('summary') ?? $card?->strOrNull('summary') ?? '', 'submitted' => null !== $card?->strOrNull('submitted_at'),
            'resume' => $this->db->row('SELECT text FROM resume WHERE candidate_id = :c ORDER BY beside, created_at DESC, id DESC LIMIT 1', ['c' => $facts->int('candidate_id')]), 'ahead' => $facts->instantOrNull('starts') > $this->clock->now(), 'mine' => $this->me(),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    private function facts(int $interview): Record
    {
        return $this->db->row(
            'SELECT i.id, i.title, i.minutes, i.place, i.state, lower(i.during) AS starts, i.candidate_id, c.name AS candidate, c.headline, r.number, r.title AS opening, r.competencies, r.questions, (SELECT string_agg(a.name, \', \' ORDER BY a.name) FROM interview_seat t JOIN account a ON a.id = t.account_id WHERE t.interview_id = i.id) AS seats
             FROM interview i JOIN application p ON p.id = i.application_id JOIN candidate c ON c.id = i.candidate_id JOIN requisition_head r ON r.id = p.requisition_id WHERE i.id = :id AND i.state <> \'cancelled\'',
            ['id' => $interview],
        ) ?? throw $this->createNotFoundException();
    }

    /** @return list<string> */
    private function competencies(Record $facts): array
    {
        return array_values(array_map(static fn (array $c): string => \is_string($c['name'] ?? null) ? $c['name'] : '', $facts->objects('competencies')));
    }
}
