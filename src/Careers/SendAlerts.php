<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Repository\AlertRepository;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Tells people of new openings, at most once a day each; asks who is considered whether they want another year. */
#[AsPeriodicTask(300, method: 'run')]
final readonly class SendAlerts
{
    /** An address that is not confirmed is forgotten after so many days. */
    private const UNCONFIRMED_DAYS = 3;
    /** So many days before the year is over they are asked whether they want another. */
    private const REMIND_DAYS = 30;
    /** A little less than a day, so that a daily mail does not come later each time. */
    private const BETWEEN = '-20 hours';
    private const AT_ONCE = 200;

    public function __construct(
        private Db $db,
        private AlertRepository $alerts,
        private OpeningQuery $openings,
        private AlertMail $mail,
        private EndAlerts $endings,
        private ClockInterface $clock,
    ) {
    }

    public function run(): void
    {
        $now = $this->clock->now();
        $this->endWhatIsOver($now);
        $soon = $now->setTime(0, 0)->modify('+'.self::REMIND_DAYS.' days');
        foreach ($this->alerts->toRemind($soon, self::AT_ONCE) as $id) {
            $this->db->transaction(fn () => $this->remind($id, $now));
        }
        $newest = $this->openings->newest();
        if (null === $newest) {
            return;
        }
        foreach ($this->alerts->toTell($newest, $now->modify(self::BETWEEN), self::AT_ONCE) as $id) {
            $this->db->transaction(fn () => $this->tell($id, $now));
        }
    }

    private function endWhatIsOver(\DateTimeImmutable $now): void
    {
        $since = $now->modify('-'.self::UNCONFIRMED_DAYS.' days');
        $this->db->transaction(function () use ($since, $now): void {
            $over = $this->alerts->over($since, $now->setTime(0, 0), self::AT_ONCE);
            array_map($this->endings->end(...), $over);
        });
    }

    private function remind(int $id, \DateTimeImmutable $now): void
    {
        $alert = $this->alerts->heldIfFree($id);
        if (null !== $alert && !$alert->isReminded()) {
            $alert->remind($now);
            $this->mail->askToRenew($alert);
        }
    }

    private function tell(int $id, \DateTimeImmutable $now): void
    {
        $alert = $this->alerts->heldIfFree($id);
        if (null === $alert) {
            return;
        }
        $wanted = Narrowed::of($alert->wanted());
        $new = $this->openings->since($wanted, $alert->locale(), $alert->seenUntil());
        if ([] !== $new) {
            $this->mail->tell($alert, $new);
        }
        $alert->told($now, [] !== $new);
    }
}
