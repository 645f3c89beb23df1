<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support\Actors;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Careers\Alerts;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Platform\Database\Db;

/** Two clicks that ask for news of the same openings under the same address, at one moment. */
final readonly class Askers
{
    private const ROUND_SECONDS = .15;

    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private Alerts $alerts,
        private BrandQuery $brands,
    ) {
    }

    /** @return string what became of it, for each round */
    public function ask(string $who, int $rounds, float $from): string
    {
        $said = [];
        for ($round = 0; $round < $rounds; ++$round) {
            $this->entities->clear();
            usleep(max(0, (int) (1e6 * ($from + $round * self::ROUND_SECONDS - microtime(true)))));
            $wanted = Narrowed::of(['q' => 'deck', 'city' => 'Bergen']);
            try {
                $this->alerts->ask(self::address($who, $round), $wanted, 'en', $this->brands->main());
                $said[] = 'asked';
            } catch (Refused $refused) {
                $said[] = $refused->refusals[0]->code;
            }
        }

        return implode(' ', $said);
    }

    /** @return string how many alerts and mails there are, before all of it is thrown away */
    public function end(string $who): string
    {
        $alerts = $this->db->int('SELECT count(*) FROM opening_alert WHERE email LIKE :who', ['who' => $who.'%']);
        $mails = $this->db->rows(
            "SELECT o.id, o.personal_id FROM delivery o JOIN personal_value v ON v.id = o.personal_id
             WHERE v.content ->> 'to' LIKE :who",
            ['who' => $who.'%'],
        );
        $this->db->execute(
            "DELETE FROM guest_link WHERE purpose = 'alert' AND subject_id IN (SELECT id FROM opening_alert WHERE email LIKE :who)",
            ['who' => $who.'%'],
        );
        $this->db->execute('DELETE FROM opening_alert WHERE email LIKE :who', ['who' => $who.'%']);
        foreach ($mails as $mail) {
            $this->db->execute('DELETE FROM delivery WHERE id = :id', ['id' => $mail->int('id')]);
            $this->db->execute('DELETE FROM personal_value WHERE id = :id', ['id' => $mail->int('personal_id')]);
        }

        return $alerts.' '.\count($mails);
    }

    private static function address(string $who, int $round): string
    {
        return $who.$round.'@post.example';
    }
}
