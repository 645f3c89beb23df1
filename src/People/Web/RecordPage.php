<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\PeopleLists;
use Jorvent\People\PersonRecord;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What is set about a person on their page: tags, lists, not to be contacted. */
#[Gate(Permission::CorrectPerson, Gate::CANDIDATE)]
final class RecordPage extends SignedInPage
{
    #[Route('/people/{candidate}/tags', name: 'person_tags', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function tags(int $candidate, Request $request, PersonRecord $record): Response
    {
        $input = Input::of($request);
        $off = $input->int('off');

        return $this->act(fn () => null === $off ? $record->tag($candidate, explode(',', $input->line('tag')), $this->me()->id) : $record->untag($candidate, $off), null, 'person', ['candidate' => $candidate]);
    }

    #[Route('/people/{candidate}/bar', name: 'person_bar', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function bar(int $candidate, Request $request, PersonRecord $record): Response
    {
        $input = Input::of($request);
        $then = $input->choice('then', BarAct::class, BarAct::Set);
        $said = [BarAct::Told->value => 'told', BarAct::Lift->value => 'bar_lifted', BarAct::Set->value => 'barred'];

        return $this->act(static fn () => match ($then) {
            BarAct::Told => $record->toldThem($candidate),
            BarAct::Lift => $record->bar($candidate, null, $input->line('note')),
            BarAct::Set => $record->bar($candidate, $input->day('until') ?? throw Refused::because('bar_day_wrong', 'until'), $input->line('note')),
        }, $said[$then->value], 'person', ['candidate' => $candidate]);
    }

    #[Route('/people/{candidate}/confidential', name: 'person_confidential', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function confidential(int $candidate, Request $request, PersonRecord $record): Response
    {
        $on = Switched::On === Input::of($request)->choice('then', Switched::class);

        return $this->act(static fn () => $record->confide($candidate, $on), $on ? 'confidential_on' : 'confidential_off', 'person', ['candidate' => $candidate]);
    }

    #[Route('/people/{candidate}/note', name: 'person_note', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function note(int $candidate, Request $request, PersonRecord $record): Response
    {
        return $this->act(fn () => $record->note($candidate, Input::of($request)->text('note'), $this->me()->id), 'noted', 'person', ['candidate' => $candidate]);
    }

    #[Route('/people/{candidate}/told', name: 'person_told', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function told(int $candidate, Request $request, PersonRecord $record): Response
    {
        $input = Input::of($request);
        $remote = $input->choice('remote', Told::class, Told::Unknown)->flag();
        $moves = $input->choice('moves', Told::class, Told::Unknown)->flag();

        return $this->act(static fn () => $record->told($candidate, preg_split('/[\s,;]+/', $input->line('permits'), -1, \PREG_SPLIT_NO_EMPTY) ?: [], $remote, $moves, '1' === $input->line('considers')), 'told_us', 'person', ['candidate' => $candidate]);
    }

    #[Route('/people/{candidate}/lists', name: 'person_lists', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function lists(int $candidate, Request $request, PeopleLists $lists): Response
    {
        $input = Input::of($request);
        $me = $this->me()->id;
        $off = $input->int('off');

        return $this->act(static function () use ($input, $lists, $me, $off, $candidate): void {
            if (null !== $off) {
                $lists->take($off, $candidate, $me);
            } else {
                $lists->put($input->int('list') ?? $lists->open($input->line('name'), true, $me), $candidate, $input->line('note'), $me);
            }
        }, null, 'person', ['candidate' => $candidate]);
    }
}
