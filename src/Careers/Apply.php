<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\AddCandidate;
use Jorvent\People\NewCandidate;
use Jorvent\Pipeline\ReceiveApplication;
use Jorvent\Pipeline\SentApplication;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;

/**
 * Sends a finished draft: the person, the resume, the application, its score and fit, and the confirmation, all at once
 * or not at all.
 */
final readonly class Apply
{
    public function __construct(
        private Db $db,
        private ApplyDrafts $drafts,
        private OpeningQuery $openings,
        private FactsQuery $requisitions,
        private Consent $consent,
        private AddCandidate $candidates,
        private ReceiveApplication $receive,
        private ApplicationMail $mail,
    ) {
    }

    /**
     * @param string                          $consent version of the text that was agreed to, '' for none
     * @param list<array{p: int, on: string}> $touches adverts that were followed, when they may be remembered
     *
     * @return string the address of the status page
     *
     * @throws Refused draft_gone, being_sent, already_sent, opening_closed, or what is missing at its field
     */
    public function __invoke(
        #[\SensitiveParameter] string $key,
        string $locale,
        string $consent,
        array $touches = [],
    ): string {
        return $this->db->transaction(function () use ($key, $locale, $consent, $touches): string {
            $draft = $this->drafts->take($key);
            $opening = $this->openings->ofRequisition($draft->requisitionId, $draft->postingId);
            if (true !== $opening?->days->isOpen) {
                throw Refused::because('opening_closed');
            }
            $requisition = $this->requisitions->of($draft->requisitionId);
            $questions = $requisition->questionnaire();
            Refused::unlessEmpty([
                ...$draft->applicant()->blockers($opening->place->country),
                ...$questions->refuse($draft->answers()),
                ...$this->consent->blockers($consent),
            ]);
            [$candidate, $isApart] = $this->candidate($draft, $opening, $locale);
            $application = ($this->receive)(
                $requisition, self::sent($draft, $candidate, $questions, (int) $consent, $opening, $touches),
            );

            return $this->mail->received($application, $candidate, $requisition->id, $isApart, $locale);
        });
    }

    /** @return array{int, bool} who applies, and whether they stand apart until their address is confirmed */
    private function candidate(ApplyDraft $draft, Opening $opening, string $locale): array
    {
        $person = $draft->applicant();

        return $this->candidates->apart(new NewCandidate(
            $person->name, $person->email, $person->phone, $person->city, $opening->place->zone, $locale, 'applied',
            $draft->resume(),
        ));
    }

    /** @param list<array{p: int, on: string}> $touches */
    private static function sent(
        ApplyDraft $draft,
        int $candidate,
        Questionnaire $questions,
        int $consent,
        Opening $opening,
        array $touches,
    ): SentApplication {
        $answers = $draft->answers();
        $referral = $draft->referral;
        $isOwn = true === $referral?->isBy($draft->applicant()->email);

        return new SentApplication(
            $candidate,
            array_intersect_key($answers, array_filter($questions->shown($answers))),
            $consent,
            $opening->place->zone(),
            $draft->postingId,
            $isOwn ? null : $referral?->id,
            $touches,
        );
    }
}
