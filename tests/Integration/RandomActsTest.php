<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Pay\OfferTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Interviews\Arrange;
use Jorvent\Interviews\Book;
use Jorvent\Interviews\Cancel;
use Jorvent\Offers\AnswerOffer;
use Jorvent\Offers\OfferDesk;
use Jorvent\Pipeline\CallBack;
use Jorvent\Pipeline\CloseOut;
use Jorvent\Pipeline\MoveApplications;
use Jorvent\Pipeline\Situations;
use Jorvent\Pipeline\WithdrawApplication;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Several people do anything to several others, in any order: what must never be never is. */
#[CoversClass(HiringAct::class)]
#[CoversClass(Situations::class)]
final class RandomActsTest extends DatabaseTest
{
    private const ACTS = 260;
    private const PEOPLE = 6;
    /** Those whose way is over make room for others, of whom there are so many. */
    private const IN_ALL = 40;
    /** What each act writes into the log, once, when it happens. */
    private const LOGGED = [
        'move' => 'application.moved', 'close_out' => 'application.closed_out', 'call_back' => 'application.called_back', 'withdraw' => 'application.withdrawn',
        'offer_times' => 'interview.arranged', 'pick' => 'interview.booked', 'cancel' => 'interview.cancelled', 'compose' => 'offer.composed', 'send' => 'offer.sent',
        'take_back' => 'offer.withdrawn', 'sign' => 'offer.signed', 'decline' => 'offer.declined_by_candidate', 'agree' => 'offer.agreed',
    ];

    private Randomizer $random;
    private int $requisition;
    private int $recruiter;
    private int $hour = 0;

    public function testWhatMustNeverBeNeverIs(): void
    {
        $seed = (int) (getenv('SEED') ?: random_int(1, 1_000_000));
        $this->random = new Randomizer(new Mt19937($seed));
        $this->recruiter = $this->as('Solveig Aune')->id;
        $this->requisition = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $this->db()->execute('UPDATE requisition SET positions = 2 WHERE id = :r', ['r' => $this->requisition]);
        $others = $this->few();
        $people = array_splice($others, 0, self::PEOPLE);
        $done = $refused = [];
        for ($i = 0; $i < self::ACTS; ++$i) {
            $act = array_keys(self::LOGGED)[$this->random->getInt(0, \count(self::LOGGED) - 1)];
            $place = $this->random->getInt(0, self::PEOPLE - 1);
            $whom = $people[$place];
            $before = $this->logged($act);
            try {
                $happened = $this->act($act, $whom);
                self::assertSame($before + ($happened ? 1 : 0), $this->logged($act), "$act is logged once; seed $seed, act $i");
                $done[$act] = ($done[$act] ?? 0) + ($happened ? 1 : 0);
            } catch (Refused) {
                $refused[$act] = ($refused[$act] ?? 0) + 1;
                self::assertSame($before, $this->logged($act), "$act was refused and is not logged; seed $seed, act $i");
            }
            $this->invariants("seed $seed, act $i: $act on $whom");
            if ([] !== $others && $this->isOver($whom)) {
                $people[$place] = array_shift($others);
            }
        }
        self::assertGreaterThan(6, \count(array_filter($done, static fn (int $n): bool => $n > 0)), 'most acts happen at some time: '.json_encode($done));
        self::assertGreaterThan(4, \count($refused), 'and are refused at some time: '.json_encode($refused));
    }

    private function act(string $act, int $id): bool
    {
        $db = $this->db();
        $offer = $this->int("SELECT max(id) FROM offer WHERE application_id = :a AND state IN ('draft', 'asked', 'agreed', 'sent')", ['a' => $id]) ?: $this->int('SELECT max(id) FROM offer WHERE application_id = :a', ['a' => $id]);
        $interview = $this->int('SELECT max(id) FROM interview WHERE application_id = :a', ['a' => $id]);
        $today = $this->clock()->now()->setTime(0, 0);
        $desk = $this->get(OfferDesk::class);
        switch ($act) {
            case 'move':
                $to = Stage::cases()[$this->random->getInt(0, 5)];
                $this->get(MoveApplications::class)($this->requisition, [$id], $to, $this->recruiter);
                break;
            case 'close_out':
                $this->get(CloseOut::class)($this->requisition, [$id], 'skills', null, $this->recruiter);
                break;
            case 'call_back':
                return 1 === $this->get(CallBack::class)($this->requisition, [$id], false);
            case 'withdraw':
                $this->get(WithdrawApplication::class)($id);
                break;
            case 'offer_times':
                $start = $today->modify('+'.(10 + intdiv($this->hour, 8)).' days')->setTime(8 + $this->hour++ % 8, 0);
                $this->get(Arrange::class)($id, 'Interview', 30, '', [$this->account('Ines Teixeira')->id], [$start, $start->modify('+30 minutes')], $this->recruiter);
                break;
            case 'pick':
                $at = $db->row('SELECT starts_at FROM interview_slot WHERE interview_id = :i ORDER BY starts_at LIMIT 1', ['i' => $interview])?->instant('starts_at');
                if (null === $at) {
                    return false;
                }
                $this->get(Book::class)($interview, $at);
                break;
            case 'cancel':
                if (0 === $interview) {
                    return false;
                }
                $this->get(Cancel::class)($interview);
                break;
            case 'compose':
                $desk->compose($id, new OfferTerms(Money::major(650_000, 'NOK'), $today->modify('+60 days'), $today->modify('+20 days')), $this->recruiter);
                break;
            case 'agree':
                if (0 === $offer) {
                    return false;
                }
                $desk->ask($offer);
                break;
            case 'send':
                if (0 === $offer) {
                    return false;
                }
                $desk->send($offer);
                break;
            case 'take_back':
                if (0 === $offer) {
                    return false;
                }
                $desk->withdraw($offer);
                break;
            case 'sign':
                if (0 === $offer) {
                    return false;
                }
                $row = $db->row('SELECT o.letter_sha256, c.name FROM offer o JOIN application p ON p.id = o.application_id JOIN candidate c ON c.id = p.candidate_id WHERE o.id = :o', ['o' => $offer]);
                $this->get(AnswerOffer::class)->sign($offer, $row?->str('name') ?? '', $row?->strOrNull('letter_sha256') ?? '', $this->signingCode($offer), null);
                break;
            default:
                if (0 === $offer) {
                    return false;
                }
                $this->get(AnswerOffer::class)->decline($offer, 'Not this time');
        }

        return true;
    }

    private function invariants(string $when): void
    {
        $of = ['r' => $this->requisition, 'now' => $this->clock()->now()];
        $never = [
            'more hires than positions' => 'SELECT count(*) FROM (SELECT q.positions, count(h.id) AS n FROM requisition q JOIN application p ON p.requisition_id = q.id JOIN hire h ON h.application_id = p.id AND h.fell_through_at IS NULL WHERE q.id = :r GROUP BY q.id HAVING count(h.id) > q.positions) x',
            'more promised than there is' => "SELECT count(*) FROM requisition q WHERE q.id = :r AND q.positions < (SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id WHERE p.requisition_id = :r AND h.fell_through_at IS NULL) + (SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r AND o.state = 'sent')",
            'an open stage of someone who is not active' => "SELECT count(*) FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :r AND v.left_at IS NULL AND p.state NOT IN ('active', 'hired')",
            'two open stages' => 'SELECT count(*) FROM (SELECT v.application_id FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :r AND v.left_at IS NULL GROUP BY 1 HAVING count(*) > 1) x',
            'a stage that is not where they are' => "SELECT count(*) FROM stage_visit v JOIN application p ON p.id = v.application_id WHERE p.requisition_id = :r AND v.left_at IS NULL AND v.stage <> p.stage AND p.state = 'active'",
            'an interview ahead of who has ended' => "SELECT count(*) FROM interview i JOIN application p ON p.id = i.application_id WHERE p.requisition_id = :r AND p.state IN ('closed', 'withdrawn') AND (i.state = 'offered' OR i.state = 'booked' AND upper(i.during) > :now)",
            'an hour held for nobody' => "SELECT count(*) FROM interview_seat s JOIN interview i ON i.id = s.interview_id JOIN application p ON p.id = i.application_id WHERE p.requisition_id = :r AND i.state = 'cancelled' AND s.during IS NOT NULL",
            'an open offer of who has ended' => "SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r AND p.state <> 'active' AND o.state IN ('draft', 'asked', 'agreed', 'sent')",
            'a hire without a signature' => "SELECT count(*) FROM application p WHERE p.requisition_id = :r AND p.state = 'hired' AND NOT EXISTS (SELECT 1 FROM hire h WHERE h.application_id = p.id)",
            'a signature of who is not hired' => "SELECT count(*) FROM offer o JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r AND o.state = 'accepted' AND p.state <> 'hired' AND o.id > :known",
            'two hires of one' => 'SELECT count(*) FROM (SELECT h.application_id FROM hire h JOIN application p ON p.id = h.application_id WHERE p.requisition_id = :r GROUP BY 1 HAVING count(*) > 1) x',
            'a live link to an offer that is over' => "SELECT count(*) FROM guest_link l JOIN offer o ON o.id = l.subject_id JOIN application p ON p.id = o.application_id WHERE p.requisition_id = :r AND l.purpose = '".LinkPurpose::Offer->value."' AND l.revoked_at IS NULL AND o.state = 'withdrawn'",
            'a live link to pick a time that is over' => "SELECT count(*) FROM guest_link l JOIN interview i ON i.id = l.subject_id JOIN application p ON p.id = i.application_id WHERE p.requisition_id = :r AND l.purpose = '".LinkPurpose::Book->value."' AND l.revoked_at IS NULL AND i.state = 'cancelled'",
            'a mail with such a link still waiting' => "SELECT count(*) FROM delivery b JOIN application p ON p.candidate_id = b.candidate_id AND p.requisition_id = b.requisition_id WHERE p.requisition_id = :r AND b.state = 'waiting' AND p.state IN ('closed', 'withdrawn') AND (b.key LIKE 'pick-time-%' OR b.key LIKE 'offer-%-v%')",
        ];
        foreach ($never as $what => $sql) {
            $parameters = array_filter($of + ['known' => 0], static fn (string $name): bool => str_contains($sql, ':'.$name), \ARRAY_FILTER_USE_KEY);
            self::assertSame(0, $this->int($sql, $parameters), "$what; $when");
        }
    }

    /** @return list<int> people early on their way, without anything arranged or offered */
    private function few(): array
    {
        $ids = array_map(static fn ($r): int => $r->int('id'), $this->db()->rows(
            "SELECT p.id FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.requisition_id = :r AND p.state = 'active' AND p.knock_out = 'none' AND c.email IS NOT NULL
                AND NOT EXISTS (SELECT 1 FROM interview i WHERE i.application_id = p.id) AND NOT EXISTS (SELECT 1 FROM offer o WHERE o.application_id = p.id) ORDER BY p.id LIMIT ".self::IN_ALL,
            ['r' => $this->requisition],
        ));
        self::assertGreaterThan(self::PEOPLE, \count($ids));

        return $ids;
    }

    private function isOver(int $id): bool
    {
        return 0 !== $this->int("SELECT count(*) FROM application WHERE id = :a AND state IN ('withdrawn', 'hired')", ['a' => $id]);
    }

    private function logged(string $act): int
    {
        return $this->int('SELECT count(*) FROM activity WHERE act = :a AND requisition_id = :r', ['a' => self::LOGGED[$act], 'r' => $this->requisition]);
    }
}
