<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Messages\Mailing;
use Jorvent\Pipeline\Situations;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Sealer;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;

/** A code mailed at the moment of signing: whoever has the link alone signs nothing. Six digits, good for a quarter of an hour and five tries. */
final readonly class SigningCodes
{
    public const MINUTES = 15;
    public const TRIES = 5;
    private const PAUSE_SECONDS = 30;
    private const AN_HOUR = 6;
    private const USE = 'signing code';

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Mailing $mailing,
        private Sealer $sealer,
        private Situations $situations,
    ) {
    }

    public function send(int $offer): void
    {
        $this->db->transaction(function () use ($offer): void {
            $row = $this->db->row(
                'SELECT p.id AS application, p.candidate_id, p.requisition_id, c.email FROM offer o JOIN application p ON p.id = o.application_id
                    JOIN candidate c ON c.id = p.candidate_id WHERE o.id = :id FOR UPDATE OF o',
                ['id' => $offer],
            ) ?? throw Refused::because('offer_gone');
            $this->situations->check(HiringAct::SignOffer, $row->int('application'), offer: $offer);
            if (null === $row->strOrNull('email')) {
                throw Refused::because('no_address_for_code', 'code');
            }
            $this->count($offer);
            $code = str_pad((string) random_int(0, 999_999), 6, '0', \STR_PAD_LEFT);
            $now = $this->clock->now();
            $this->db->execute(
                'UPDATE signing_code SET code_mac = :mac, sent_at = :now, expires_at = :end, tries = 0 WHERE offer_id = :o',
                ['o' => $offer, 'mac' => $this->mac($offer, $code), 'now' => $now, 'end' => $now->modify('+'.self::MINUTES.' minutes')],
            );
            $this->mailing->toCandidate(
                'sign-code-'.$offer.'-'.bin2hex(random_bytes(8)), $row->int('candidate_id'), $row->int('requisition_id'),
                $this->mailing->templateFor('sign_code', $row->int('candidate_id')), ['code' => new Secret($code), 'minutes' => (string) self::MINUTES],
            );
        });
    }

    /**
     * Uses the code up. A wrong one is counted in a transaction of its own, so that the refusal does not take the count back.
     *
     * @throws Refused
     */
    public function verify(int $offer, #[\SensitiveParameter] string $code): void
    {
        $now = $this->clock->now();
        $row = $this->db->row(
            'UPDATE signing_code SET tries = tries + 1 WHERE offer_id = :o AND code_mac IS NOT NULL AND expires_at > :now AND tries < :most RETURNING code_mac',
            ['o' => $offer, 'now' => $now, 'most' => self::TRIES],
        ) ?? throw Refused::because('code_over', 'code');
        if (!hash_equals($row->str('code_mac'), $this->mac($offer, (string) preg_replace('/\D/', '', $code)))) {
            throw Refused::because('code_wrong', 'code');
        }
        if (1 !== $this->db->execute('UPDATE signing_code SET code_mac = NULL WHERE offer_id = :o AND code_mac = :mac', ['o' => $offer, 'mac' => $row->str('code_mac')])) {
            throw Refused::because('code_over', 'code');
        }
    }

    /** At most one in half a minute and six in an hour. */
    private function count(int $offer): void
    {
        $now = $this->clock->now();
        $this->db->execute('INSERT INTO signing_code (offer_id, since, sends) VALUES (:o, :now, 0) ON CONFLICT (offer_id) DO NOTHING', ['o' => $offer, 'now' => $now]);
        $row = $this->db->row('SELECT since, sends, sent_at FROM signing_code WHERE offer_id = :o FOR UPDATE', ['o' => $offer])
            ?? throw new \LogicException('It is there.');
        $sent = $row->instantOrNull('sent_at');
        if (null !== $sent && $sent > $now->modify('-'.self::PAUSE_SECONDS.' seconds')) {
            throw Refused::because('code_just_sent', 'code', ['seconds' => self::PAUSE_SECONDS]);
        }
        $anew = $row->instant('since') < $now->modify('-1 hour');
        if (!$anew && $row->int('sends') >= self::AN_HOUR) {
            throw Refused::because('too_many', 'code');
        }
        $this->db->execute(
            'UPDATE signing_code SET since = :since, sends = :sends WHERE offer_id = :o',
            ['o' => $offer, 'since' => $anew ? $now : $row->instant('since'), 'sends' => $anew ? 1 : $row->int('sends') + 1],
        );
    }

    private function mac(int $offer, #[\SensitiveParameter] string $code): string
    {
        return $this->sealer->mac($offer.'|'.$code, self::USE);
    }
}
