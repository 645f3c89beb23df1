<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Identity\SignedName;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Core\Workflow\InterviewState;
use Jorvent\Core\Workflow\OfferState;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Situation;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(HiringAct::class)]
#[CoversClass(SignedName::class)]
final class HiringActTest extends TestCase
{
    public function testNothingGoesForwardForWhoIsNoLongerOnTheirWay(): void
    {
        $forward = [HiringAct::Move, HiringAct::ArrangeInterview, HiringAct::BookInterview, HiringAct::ComposeOffer, HiringAct::AskAgreement, HiringAct::DecideOffer, HiringAct::SendOffer, HiringAct::SignOffer, HiringAct::DeclineOffer, HiringAct::Withdraw, HiringAct::CloseOut];
        foreach ($forward as $act) {
            foreach ([ApplicationState::Withdrawn, ApplicationState::Closed, ApplicationState::Hired] as $state) {
                self::assertContains('not_active', $act->blockers(self::fitting($act, $state)), $act->value.' '.$state->value);
            }
            self::assertSame([], $act->blockers(self::fitting($act, ApplicationState::Active)), $act->value);
        }
    }

    public function testNoMoreSignThanThereArePositions(): void
    {
        foreach ([1, 2, 5] as $positions) {
            $full = self::fitting(HiringAct::SignOffer, ApplicationState::Active, $positions, $positions);
            foreach ([HiringAct::Apply, HiringAct::ComposeOffer, HiringAct::AskAgreement, HiringAct::SendOffer, HiringAct::SignOffer] as $act) {
                self::assertContains('positions_signed', $act->blockers($full), $act->value);
            }
            $left = self::fitting(HiringAct::SendOffer, ApplicationState::Active, $positions, $positions - 1, 1);
            self::assertSame(['positions_offered'], HiringAct::SendOffer->blockers($left), 'the last position is promised');
            self::assertSame([], HiringAct::SendOffer->blockers(self::fitting(HiringAct::SendOffer, ApplicationState::Active, $positions, $positions - 1, 0)));
        }
    }

    public function testOnHoldNothingNewGoesOutAndWhatWasOfferedStands(): void
    {
        $may = array_filter(HiringAct::cases(), static fn (HiringAct $a): bool => \in_array(RequisitionState::OnHold, $a->requisition(), true));
        self::assertSame(
            ['close_out', 'withdraw', 'decide_knock_out', 'book_interview', 'cancel_interview', 'file_scorecard', 'take_back_offer', 'sign_offer', 'decline_offer'],
            array_values(array_map(static fn (HiringAct $a): string => $a->value, $may)),
        );
    }

    public function testEveryCombinationIsEitherAllowedByTheTableOrRefusedWithAReason(): void
    {
        $allowed = 0;
        foreach (HiringAct::cases() as $act) {
            foreach (RequisitionState::cases() as $requisition) {
                foreach ([null, ...ApplicationState::cases()] as $application) {
                    foreach ([null, ...InterviewState::cases()] as $interview) {
                        foreach ([null, ...OfferState::cases()] as $offer) {
                            $in = new Situation($requisition, 2, 1, 0, $application, interview: $interview, offer: $offer);
                            $expected = \in_array($requisition, $act->requisition(), true)
                                && (null === $act->application() || \in_array($application, $act->application(), true))
                                && (null === $act->interview() || \in_array($interview, $act->interview(), true))
                                && (null === $act->offer() || \in_array($offer, $act->offer(), true))
                                && HiringAct::DecideKnockOut !== $act;
                            self::assertSame($expected, [] === $act->blockers($in));
                            $allowed += $expected ? 1 : 0;
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(100, $allowed);
    }

    public function testANameIsTheSameWhateverItsCaseOrderAndAccents(): void
    {
        self::assertTrue(SignedName::is('Łukasz Żuraw-Nowak', 'nowak zuraw lukasz'));
        self::assertTrue(SignedName::is('Ana Pires', ' ANA  PIRES '));
        foreach (['Ana', 'Ana Maria Pires', 'A. Pires', '', 'Pires Pires'] as $other) {
            self::assertFalse(SignedName::is('Ana Pires', $other), $other);
        }
        self::assertFalse(SignedName::is('', ''));
    }

    /** A situation in which only the application and the positions decide. */
    private static function fitting(HiringAct $act, ApplicationState $state, int $positions = 2, int $signed = 0, int $promised = 0): Situation
    {
        return new Situation(RequisitionState::Approved, $positions, $signed, $promised, $state, interview: $act->interview()[0] ?? null, offer: ($act->offer() ?? [null])[0]);
    }
}
