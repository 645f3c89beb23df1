<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Links the log every minute, and once a day writes the head of the chain where a change of the database does not reach it: into a file, and
 * by mail to the admins of the whole organisation. Addresses of failed sign-ins go after 90 days.
 */
#[AsPeriodicTask(60, method: 'run')]
final readonly class ChainClock
{
    private const ADDRESS_DAYS = 90;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private LogChain $chain,
        private Mailing $mailing,
        #[Autowire('%env(JORVENT_VAR)%/log/chain-heads.log')] private string $file,
    ) {
    }

    public function run(): void
    {
        $this->chain->extend(0 === $this->db->int('SELECT count(*) FROM activity_head WHERE day = :d', ['d' => $this->clock->now()->format('Y-m-d')]));
        $this->tell();
        $this->db->execute(
            "UPDATE personal_value v SET content = v.content - 'address' FROM activity a
             WHERE a.personal_id = v.id AND a.act = 'sign_in.failed' AND a.at < :old AND v.content ->> 'address' IS NOT NULL",
            ['old' => $this->clock->now()->modify('-'.self::ADDRESS_DAYS.' days')],
        );
    }

    private function tell(): void
    {
        $this->db->transaction(function (): void {
            $head = $this->chain->head();
            $today = $this->clock->now()->format('Y-m-d');
            if (null === $head || 1 !== $this->db->execute('INSERT INTO activity_head (day, seq, hash) VALUES (:d, :s, :h) ON CONFLICT DO NOTHING', ['d' => $today, 's' => $head->int('seq'), 'h' => $head->str('hash')])) {
                return;
            }
            $line = $today.' '.$head->int('seq').' '.$head->str('hash')."\n";
            file_put_contents($this->file, $line, \FILE_APPEND | \LOCK_EX);
            foreach ($this->db->rows("SELECT DISTINCT a.id FROM account a JOIN account_grant g ON g.account_id = a.id JOIN org_unit u ON u.id = g.unit_id WHERE a.active AND g.role = 'admin' AND u.parent_id IS NULL ORDER BY a.id") as $admin) {
                $this->mailing->toStaff(
                    'log-head-'.$today.'-'.$admin->int('id'), $admin->int('id'), 'The activity log on '.$today,
                    "Keep this mail. It proves later that nothing in the activity log before today was changed:\n\n".$line."\nTo check it: bin/console jorvent:log:check",
                );
            }
        });
    }
}
