<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Reporting\Days;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\People\AddResume;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\IndexCandidate;
use Jorvent\People\KnownBy;
use Jorvent\Pipeline\Applications;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Pipeline\Situations;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumberUtil;
use Psr\Clock\ClockInterface;

/** Sends a finished draft: the person, the resume, the application, its score and fit, and the confirmation, all at once or not at all. */
final readonly class Apply
{
    public function __construct(
        private Db $db, private EntityManagerInterface $entities, private FactsQuery $requisitions, private ClockInterface $clock, private ActivityLog $log, private ApplyDrafts $drafts, private Openings $openings,
        private Applications $applications, private StageVisits $visits, private FitOfCandidates $fits, private IndexCandidate $index, private AddResume $add, private KnownBy $known, private Mailing $mailing, private GuestLinks $links, private Consent $consent, private Referrals $referrals,
        private Situations $situations,
    ) {
    }

    /**
     * @param array<string, string> $fields name, email, phone, city
     *
     * @return list<Refusal>
     */
    public static function personBlockers(array $fields, string $country): array
    {
        $refusals = [];
        if (mb_strlen(trim($fields['name'] ?? '')) < 2) {
            $refusals[] = new Refusal('name', 'name_missing');
        }
        if (false === filter_var($fields['email'] ?? '', \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE)) {
            $refusals[] = new Refusal('email', '' === ($fields['email'] ?? '') ? 'email_missing' : 'email_wrong');
        }
        if ('' !== ($fields['phone'] ?? '')) {
            try {
                $possible = PhoneNumberUtil::getInstance()->isPossibleNumber(PhoneNumberUtil::getInstance()->parse($fields['phone'], $country));
            } catch (NumberParseException) {
                $possible = false;
            }
            if (!$possible) {
                $refusals[] = new Refusal('phone', 'phone_wrong');
            }
        }

        return $refusals;
    }

    /**
     * @param string                          $consent version of the text that was agreed to, '' for none
     * @param list<array{p: int, on: string}> $touches adverts that were followed, when they may be remembered
     *
     * @return string the address of the status page
     */
    public function __invoke(string $key, string $locale, string $consent, array $touches = []): string
    {
        return $this->db->transaction(function () use ($key, $locale, $consent, $touches): string {
            $draft = $this->drafts->take($key) ?? throw Refused::because(null === $this->drafts->find($key) ? 'draft_gone' : 'being_sent');
            if (null !== $draft->strOrNull('sent_at')) {
                throw Refused::because('already_sent');
            }
            $requisition = $this->requisitions->of($draft->int('requisition_id'));
            $opening = $this->openings->one($requisition->number, 'en', $this->openings->code($draft->intOrNull('posting_id')));
            if (null === $opening || !$opening->bool('open')) {
                throw Refused::because('opening_closed');
            }
            $this->situations->checkRequisition(HiringAct::Apply, $requisition->id);
            [$fields, $answers] = self::split($draft);
            $fields['consent'] = $consent;
            Refused::unlessEmpty([
                ...self::personBlockers($fields, $opening->str('country')), ...$requisition->questionnaire()->refuse($answers),
                ...((string) $this->consent->version() === ($fields['consent'] ?? '') ? [] : [new Refusal('consent', '' === ($fields['consent'] ?? '') ? 'consent_missing' : 'consent_changed')]),
            ]);
            $application = $this->apply($requisition, $opening, $draft, $fields, $answers, $locale);
            $this->drafts->sent($key);
            if ([] !== $touches) {
                $this->db->execute('UPDATE application SET touches = CAST(:t AS jsonb) WHERE id = :id', ['t' => json_encode($touches, \JSON_THROW_ON_ERROR), 'id' => $application->id]);
            }
            $referral = $draft->intOrNull('referral_id');
            if (null !== $referral) {
                $this->referrals->cameBy($application->id, $referral, $fields['email'] ?? '');
            }
            $status = $this->links->mailed(LinkPurpose::Status, $application->id, 400);
            $claims = null !== $this->entities->find(Candidate::class, $application->candidateId)?->claims;
            $this->mailing->toCandidate('applied-'.$application->id, $application->candidateId, $requisition->id, $this->mailing->template($claims ? 'applied_confirm' : 'applied', $locale), ['link' => $status] + ($claims ? ['confirm' => $this->links->mailed(LinkPurpose::Confirm, $application->id, 30)] : []));

            return $status->address();
        });
    }

    /** @return array{array<string, string>, array<string, string>} the person's fields and the answers by question id */
    public static function split(Record $draft): array
    {
        $fields = $answers = [];
        foreach ($draft->json('fields') as $name => $value) {
            if (!\is_string($value)) {
                continue;
            }
            str_starts_with((string) $name, 'q:') ? $answers[substr((string) $name, 2)] = $value : $fields[(string) $name] = $value;
        }

        return [$fields, $answers];
    }

    /**
     * @param array<string, string> $fields
     * @param array<string, string> $answers
     */
    private function apply(RequisitionFacts $requisition, Record $opening, Record $draft, array $fields, array $answers, string $locale): Application
    {
        $now = $this->clock->now();
        $candidate = $this->candidate($fields, $opening, $locale);
        $file = $this->drafts->file($draft);
        if (null !== $file) {
            ($this->add)($candidate->id, $file);
        } elseif (null === $candidate->claims) {
            ($this->index)($candidate->id);
        }
        $questions = $requisition->questionnaire();
        $answers = array_intersect_key($answers, array_filter($questions->shown($answers)));
        $application = new Application($candidate->id, $requisition->id, 'applied', $draft->intOrNull('posting_id'), $now);
        $application->answer($answers, $requisition->questionsVersion, $questions->score($answers), Days::nextWorkingDay($now, new \DateTimeZone($opening->str('zone'))));
        $application->consent((int) $fields['consent'], $now);
        $fit = $this->fits->one($requisition, $candidate->id);
        if (null !== $fit) {
            $application->rate($fit);
        }
        $this->applications->add($application);
        $this->visits->enter($application->id, $application->stage);
        $this->log->record('application.received', 'application', $application->id, $requisition->id, $candidate->id, ['score' => $application->score, 'knock_out' => $application->knockOut->value, 'consent' => (int) $fields['consent']]);

        return $application;
    }

    /**
     * Under the address of someone known, the applicant stands apart until the address is confirmed by a link: nothing known is shown, changed or added to before (ConfirmAddress).
     *
     * @param array<string, string> $fields
     */
    private function candidate(array $fields, Record $opening, string $locale): Candidate
    {
        $known = $this->known->address($fields['email'] ?? '');
        $candidate = new Candidate($fields['name'] ?? '', $fields['email'] ?? '', '' === ($fields['phone'] ?? '') ? null : $fields['phone'], '' === ($fields['city'] ?? '') ? null : $fields['city'], $opening->str('zone'), $locale, 'applied', null, $this->clock->now(), $known);
        $candidate->describe('', null, null, $this->clock->now());
        $this->entities->persist($candidate);
        $this->entities->flush();

        return $candidate;
    }
}
