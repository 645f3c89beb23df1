<?php

declare(strict_types=1);

// One actor of CrashTest, a process of its own: prints what became of it.

use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\Book;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Deliver;
use Jorvent\Platform\Outbox\Outbox;

/** @var Jorvent\Platform\Kernel $kernel */
$kernel = require dirname(__DIR__, 2).'/config/bootstrap.php';
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof Psr\Container\ContainerInterface);
$db = $container->get(Db::class);
assert($db instanceof Db);
$slot = new DateTimeImmutable('next monday 03:00 UTC');
$mine = static fn (string $to): array => ['like' => 'crash-'.$to.'%'];
/** @var list<string> $argv */
$arguments = array_slice($argv, 1);
$to = $arguments[1] ?? '';
switch ($arguments[0] ?? '') {
    case 'mails':
        $outbox = $container->get(Outbox::class);
        assert($outbox instanceof Outbox);
        $db->execute("UPDATE outbox SET state = 'dropped' WHERE state = 'waiting'");
        for ($i = 0; $i < (int) ($arguments[2] ?? 0); ++$i) {
            $outbox->add('mail', 'crash-'.$to.'-'.$i, 'candidate', 1, [], null, 1, ['to' => $to, 'name' => 'A', 'subject' => "Number $i", 'text' => 'Text']);
        }
        echo 'ready';
        break;
    case 'die': // delivers inside the transaction, as the worker does, and is killed before the commit
        $deliver = $container->get(Deliver::class);
        assert($deliver instanceof Deliver);
        $db->transaction(static function () use ($deliver): void {
            $deliver->next();
            posix_kill((int) getmypid(), \SIGKILL);
        });
        break;
    case 'work':
        $deliver = $container->get(Deliver::class);
        assert($deliver instanceof Deliver);
        while ($deliver->next()) {
        }
        break;
    case 'count':
        $base = $_SERVER['STANDIN_URL'] ?? null;
        assert(is_string($base));
        /** @var list<array{id: string}> $mails */
        $mails = json_decode((string) file_get_contents($base.'/mail/list.json?to='.rawurlencode($to)), true);
        echo $db->int("SELECT count(*) FROM outbox WHERE state = 'waiting' AND key LIKE :like", $mine($to)), ' ', count(array_unique(array_column($mails, 'id')));
        if (count($mails) !== count(array_unique(array_column($mails, 'id')))) {
            echo ' doubled';
        }
        break;
    case 'interviews': // as many offered interviews with the same interviewer, for different people
        $account = $db->int("SELECT id FROM account WHERE name = 'Zofia Wrona'");
        foreach ($db->rows("SELECT id, candidate_id FROM application WHERE state = 'active' AND requisition_id IN (SELECT id FROM requisition WHERE state = 'approved') ORDER BY id LIMIT ".(int) $to) as $i => $row) {
            $id = $db->insert('interview', ['application_id' => $row->int('id'), 'candidate_id' => $row->int('candidate_id'), 'title' => "Race $i", 'minutes' => 30, 'state' => 'offered', 'organiser_id' => $account, 'uid' => "race-$i@skerryline.example", 'created_at' => new DateTimeImmutable()]);
            $db->insert('interview_seat', ['interview_id' => $id, 'account_id' => $account]);
        }
        echo 'ready';
        break;
    case 'book':
        $book = $container->get(Book::class);
        assert($book instanceof Book);
        try {
            $book($db->int('SELECT id FROM interview WHERE title = :t', ['t' => "Race $to"]), $slot);
            echo 'booked';
        } catch (Refused $refused) {
            echo $refused->refusals[0]->code;
        }
        break;
    case 'booked':
        echo $db->int("SELECT count(*) FROM interview WHERE title LIKE 'Race %' AND state = 'booked'");
        $db->execute("DELETE FROM interview WHERE title LIKE 'Race %'");
        break;
}
