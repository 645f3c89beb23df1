<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Adverts\Entity\Payment;
use Jorvent\Adverts\Repository\PostingRepository;
use Jorvent\Adverts\Store\PaymentStore;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * What was really paid for adverts: entered, or read from a board's bill. Once something is entered for a posting, it
 * counts instead of what the price would make.
 */
final readonly class Payments
{
    public function __construct(
        private Db $db,
        private PostingRepository $postings,
        private PaymentStore $store,
        private ReadAmount $amounts,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function enter(int $requisition, int $posting, TypedPayment $typed, int $by): void
    {
        $paid = $this->amounts->of($typed->amount, $typed->currency);
        Refused::unlessEmpty($typed->blockers($paid, $this->clock->now()));
        if (null === $typed->day || null === $paid) {
            throw new \LogicException('What is missing was refused.');
        }
        $this->db->transaction(function () use ($requisition, $posting, $typed, $paid, $by): void {
            $of = $this->postings->find($posting);
            if ($requisition !== $of?->requisitionId) {
                throw Refused::because('missing');
            }
            $payment = new Payment($of, $typed->day, $paid, $typed->note, $by, $this->clock->now());
            $this->postings->add($payment);
            $change = ['amount' => $paid->minor, 'currency' => $paid->currency];
            $this->log->record('advert.paid', 'posting', $posting, $requisition, change: $change);
        }, 'payment_entered_before');
    }

    public function remove(int $requisition, int $id): void
    {
        $this->db->transaction(function () use ($requisition, $id): void {
            $payment = $this->postings->payment($requisition, $id);
            $this->postings->remove($payment);
            $this->log->record('advert.payment_struck', 'posting', $payment->posting->id, $requisition);
        });
    }

    /**
     * @param list<BillRow> $rows those that are in the book already count once
     *
     * @return int how many were new
     */
    public function import(array $rows, int $by): int
    {
        return $this->db->transaction(function () use ($rows, $by): int {
            $new = $this->store->add($rows, $by, $this->clock->now());
            $this->log->record('adverts.bill_read', 'board', 0, change: ['rows' => $new]);

            return $new;
        });
    }
}
