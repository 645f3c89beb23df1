<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Messages\Mailing;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Entity\ApprovalQuestion;
use Jorvent\Requisitions\Entity\Requisition;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** The mails around an approval. Each has a key of its own, so that it goes once, however often this is asked. */
final readonly class TellApprovers
{
    public function __construct(
        private Mailing $mailing,
        private UrlGeneratorInterface $urls,
        private OffersAsked $offers,
        private StaffQuery $staff,
    ) {
    }

    public function turn(Approval $approval): void
    {
        $asker = $this->staff->name($approval->requisition->brief()->team->requester) ?? '';
        $this->send(
            'approval-'.$approval->id.'-'.$approval->approver(),
            $approval->approver(),
            $asker.' asks you to agree: '.self::called($approval->requisition),
            '',
            $approval->requisition,
            $approval->offerId,
        );
    }

    /** @param int $days working days since it became this person's turn */
    public function reminder(Approval $approval, int $days): void
    {
        $this->send(
            'approval-reminder-'.$approval->id.'-'.$approval->reminded(),
            $approval->approver(),
            \sprintf('Still waiting for you, %d working days: %s', $days, self::called($approval->requisition)),
            '',
            $approval->requisition,
            $approval->offerId,
        );
    }

    public function question(ApprovalQuestion $question): void
    {
        $this->send(
            'approval-question-'.$question->id,
            $question->requisition->brief()->team->requester,
            'A question before the yes: '.self::called($question->requisition),
            $question->question."\n\n",
            $question->requisition,
        );
    }

    public function answer(ApprovalQuestion $question, string $answer): void
    {
        $this->send(
            'approval-answer-'.$question->id,
            $question->askedBy,
            'Your question is answered: '.self::called($question->requisition),
            $answer."\n\n",
            $question->requisition,
        );
    }

    private function send(
        string $key, int $to, string $subject, string $first, Requisition $requisition, ?int $offer = null,
    ): void {
        $address = null === $offer
            ? $this->urls->generate('brief', ['number' => $requisition->number], UrlGeneratorInterface::ABSOLUTE_URL)
            : $this->offers->address($offer, $requisition->number);
        $text = 'What is asked, with the numbers, stands here (sign in first):'."\n\n".$address."\n\n"
            .'Approve it, send it back with a reason, decline it, or ask a question. '
            .'If you are away, name a deputy under My settings.';
        $this->mailing->toStaff($key, $to, $subject, $first.$text, $requisition->id);
    }

    private static function called(Requisition $requisition): string
    {
        return $requisition->brief()->job->title.' R-'.$requisition->number;
    }
}
