<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Day;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\PeopleLists;
use Jorvent\People\PersonRecord;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** What is set about a person on their page: tags, lists, notes, what they told, not to be contacted. */
#[Gate(Permission::CorrectPerson, Gate::CANDIDATE)]
#[Route('/people/{candidate}', requirements: ['candidate' => '\d{1,9}'])]
final class RecordPage extends SignedInPage
{
    public function __construct(private readonly PersonRecord $record)
    {
    }

    #[Route('/tags', name: 'person_tags', methods: ['POST'])]
    public function tags(int $candidate, #[MapRequestPayload] SentTags $sent = new SentTags()): Response
    {
        $off = $sent->off();
        $change = fn () => null === $off
            ? $this->record->tag($candidate, explode(',', $sent->tag), $this->me()->id)
            : $this->record->untag($candidate, $off);

        return $this->toPerson($candidate, $change, null);
    }

    #[Route('/bar', name: 'person_bar', methods: ['POST'])]
    public function bar(int $candidate, #[MapRequestPayload] SentBar $sent = new SentBar()): Response
    {
        return $this->toPerson($candidate, fn () => match ($sent->then) {
            BarAct::Told => $this->record->toldThem($candidate),
            BarAct::Lift => $this->record->bar($candidate, null, ''),
            BarAct::Set => $this->record->bar(
                $candidate, Day::read($sent->until) ?? throw Refused::because('bar_day_wrong', 'until'), $sent->note,
            ),
        }, $sent->then->said());
    }

    #[Route('/confidential', name: 'person_confidential', methods: ['POST'])]
    public function confidential(int $candidate, #[MapRequestPayload] SentConfidence $sent): Response
    {
        $isOn = Switched::On === $sent->then;
        $confide = fn () => $this->record->confide($candidate, $isOn);

        return $this->toPerson($candidate, $confide, $isOn ? 'confidential_on' : 'confidential_off');
    }

    #[Route('/note', name: 'person_note', methods: ['POST'])]
    public function note(int $candidate, #[MapRequestPayload] SentNote $sent = new SentNote()): Response
    {
        $note = fn () => $this->record->note($candidate, $sent->note, $this->me()->id);

        return $this->toPerson($candidate, $note, 'noted');
    }

    #[Route('/told', name: 'person_told', methods: ['POST'])]
    public function told(int $candidate, #[MapRequestPayload] SentTold $sent = new SentTold()): Response
    {
        $told = fn () => $this->record->told(
            $candidate, $sent->countries(), $sent->remote->flag(), $sent->moves->flag(), $sent->isConsidering(),
        );

        return $this->toPerson($candidate, $told, 'told_us');
    }

    #[Route('/lists', name: 'person_lists', methods: ['POST'])]
    public function lists(
        int $candidate,
        PeopleLists $lists,
        #[MapRequestPayload] SentList $sent = new SentList(),
    ): Response {
        $me = $this->me()->id;
        $off = $sent->off();

        return $this->toPerson($candidate, static fn () => null === $off
            ? $lists->put($sent->list() ?? $lists->open($sent->name, true, $me), $candidate, $sent->note, $me)
            : $lists->take($off, $candidate, $me), null);
    }

    /** @param callable(): mixed $act */
    private function toPerson(int $candidate, callable $act, ?string $said): Response
    {
        return $this->act($act, $said, 'person', ['candidate' => $candidate]);
    }
}
