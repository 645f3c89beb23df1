<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Identity\SignedName;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Situations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Under which name someone may sign: the one they are known by, or another that the recruiter of the requisition confirmed. */
final readonly class SigningNames
{
    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Mailing $mailing,
        private ActivityLog $log,
        private Situations $situations,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** @throws Refused when the name is neither */
    public function check(int $offer, string $typed): void
    {
        if (mb_strlen($typed) < 3) {
            throw Refused::because('name_missing', 'name');
        }
        $row = $this->facts($offer);
        $confirmed = 'confirmed' === $row->strOrNull('state') ? $row->str('asked') : null;
        if (!SignedName::is($row->str('name'), $typed) && (null === $confirmed || !SignedName::is($confirmed, $typed))) {
            throw Refused::because('name_other', 'name', ['name' => $row->str('name')]);
        }
    }

    public function ask(int $offer, string $typed): void
    {
        if (mb_strlen($typed) < 3) {
            throw Refused::because('name_missing', 'name');
        }
        $this->db->transaction(function () use ($offer, $typed): void {
            $row = $this->facts($offer);
            $this->situations->check(HiringAct::SignOffer, $row->int('application'), offer: $offer);
            $now = $this->clock->now();
            $this->db->execute(
                "INSERT INTO signing_name (offer_id, name, state, asked_at) VALUES (:o, :n, 'asked', :now)
                 ON CONFLICT (offer_id) DO UPDATE SET name = :n, state = 'asked', asked_at = :now, decided_at = NULL, decided_by = NULL",
                ['o' => $offer, 'n' => $typed, 'now' => $now],
            );
            $this->log->record('offer.name_asked', 'offer', $offer, $row->int('requisition_id'), $row->int('candidate_id'), personal: ['name' => $typed]);
            $address = $this->urls->generate('offer', ['number' => $row->int('number'), 'application' => $row->int('application')], UrlGeneratorInterface::ABSOLUTE_URL);
            $this->mailing->toStaff(
                'sign-name-'.$offer.'-'.bin2hex(random_bytes(8)), $row->int('recruiter_id'), \sprintf('Confirm a name: offer for %s R-%d', $row->str('title'), $row->int('number')),
                $row->str('name')." wants to sign the offer under another name. Look at it and confirm or refuse it here:\n\n".$address, $row->int('requisition_id'), about: $row->int('candidate_id'),
            );
        });
    }

    public function decide(int $offer, bool $confirm, int $by): void
    {
        $this->db->transaction(function () use ($offer, $confirm, $by): void {
            $row = $this->facts($offer);
            $touched = $this->db->execute(
                "UPDATE signing_name SET state = :s, decided_at = :now, decided_by = :by WHERE offer_id = :o AND state = 'asked'",
                ['o' => $offer, 's' => $confirm ? 'confirmed' : 'refused', 'now' => $this->clock->now(), 'by' => $by],
            );
            if (1 !== $touched) {
                throw Refused::because('nothing_to_decide');
            }
            $this->log->record($confirm ? 'offer.name_confirmed' : 'offer.name_refused', 'offer', $offer, $row->int('requisition_id'), $row->int('candidate_id'));
            $this->mailing->toCandidate(
                'sign-name-answer-'.$offer.'-'.bin2hex(random_bytes(8)), $row->int('candidate_id'), $row->int('requisition_id'),
                $this->mailing->templateFor($confirm ? 'sign_name_confirmed' : 'sign_name_refused', $row->int('candidate_id')),
            );
        });
    }

    /** @return Record|null name, state and asked_at of a name that was asked for */
    public function of(int $offer): ?Record
    {
        return $this->db->row('SELECT name, state, asked_at FROM signing_name WHERE offer_id = :o', ['o' => $offer]);
    }

    private function facts(int $offer): Record
    {
        return $this->db->row(
            'SELECT p.id AS application, p.candidate_id, p.requisition_id, c.name, r.number, r.title, r.recruiter_id, n.name AS asked, n.state
             FROM offer o JOIN application p ON p.id = o.application_id JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id
                LEFT JOIN signing_name n ON n.offer_id = o.id WHERE o.id = :id',
            ['id' => $offer],
        ) ?? throw Refused::because('offer_gone');
    }
}
