<?php

declare(strict_types=1);

// One actor of CrashTest, a process of its own: prints what became of it.

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Accounts\Staff;
use Jorvent\Adverts\PublishAdvert;
use Jorvent\Careers\Alerts;
use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\Book;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Structures;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\InstanceRuntime;
use Jorvent\Platform\Kernel;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Tests\Support\Actors\Admins;
use Jorvent\Tests\Support\Actors\Askers;
use Jorvent\Tests\Support\Actors\Deciders;
use Jorvent\Tests\Support\Actors\Editors;
use Jorvent\Tests\Support\Actors\Letters;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;

require dirname(__DIR__, 2).'/vendor/autoload.php';
InstanceRuntime::settings();
$kernel = Kernel::ofInstance();
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof Psr\Container\ContainerInterface);
$db = $container->get(Db::class);
assert($db instanceof Db);
$slot = new DateTimeImmutable('next monday 03:00 UTC');
/** @var list<string> $argv */
$arguments = array_slice($argv, 1);
$to = $arguments[1] ?? '';
switch ($arguments[0] ?? '') {
    case 'letters':
        $deliveries = $container->get(Deliveries::class);
        $events = $container->get('event_dispatcher');
        $entities = $container->get(EntityManagerInterface::class);
        assert($deliveries instanceof Deliveries && $events instanceof EventDispatcherInterface && $entities instanceof EntityManagerInterface);
        $letters = new Letters($container, $db, $deliveries, $events, $entities);
        $of = $arguments[2] ?? '';
        echo match ($to) {
            'put' => $letters->put($of, (int) ($arguments[3] ?? 0)),
            'hire' => $letters->hire($of),
            'die' => $letters->die($of),
            'work' => $letters->work(),
            'come again' => $letters->comeAgain(),
            'count' => $letters->count($of),
            'tries' => $letters->tries($of),
            default => 'what?',
        };
        break;
    case 'admins':
        $accounts = $container->get(AccountRepository::class);
        $staff = $container->get(Staff::class);
        $access = $container->get(Access::class);
        $entities = $container->get(EntityManagerInterface::class);
        assert($accounts instanceof AccountRepository && $staff instanceof Staff);
        assert($access instanceof Access && $entities instanceof EntityManagerInterface);
        $admins = new Admins($db, $accounts, $staff, $access, $entities);
        echo match ($to) {
            'put' => $admins->put(),
            'put back' => $admins->putBack($arguments[2] ?? ''),
            'take' => $admins->take((int) ($arguments[2] ?? 0), (float) ($arguments[3] ?? 0), (int) ($arguments[4] ?? 1)),
            default => 'what?',
        };
        break;
    case 'editors':
        $structures = $container->get(Structures::class);
        $entities = $container->get(EntityManagerInterface::class);
        assert($structures instanceof Structures && $entities instanceof EntityManagerInterface);
        $editors = new Editors($db, $structures, $entities);
        $draft = (int) ($arguments[2] ?? 0);
        echo match ($to) {
            'put' => $editors->put(),
            'save' => $editors->save($draft, (int) ($arguments[3] ?? 0), (float) ($arguments[4] ?? 0), (int) ($arguments[5] ?? 1)),
            'end' => $editors->end($draft),
            default => 'what?',
        };
        break;
    case 'deciders':
        [$decide, $save] = [$container->get(DecideBrief::class), $container->get(SaveBrief::class)];
        $publish = $container->get(PublishAdvert::class);
        $entities = $container->get(EntityManagerInterface::class);
        assert($decide instanceof DecideBrief && $save instanceof SaveBrief && $publish instanceof PublishAdvert);
        assert($entities instanceof EntityManagerInterface);
        $deciders = new Deciders($db, $entities, $decide, $save, $publish);
        $ids = array_map(intval(...), explode(',', $arguments[2] ?? ''));
        [$account, $who, $from] = [(int) ($arguments[3] ?? 0), (int) ($arguments[4] ?? 0), (float) ($arguments[5] ?? 0)];
        echo match ($to) {
            'put asked' => $deciders->put($ids[0], 'asked'),
            'put drafts' => $deciders->put($ids[0], 'drafts'),
            'put approved' => $deciders->put($ids[0], 'approved'),
            'post' => $deciders->post($from, $ids),
            'posted' => $deciders->posted($ids),
            'decide' => $deciders->decide($account, $who, $from, $ids),
            'save' => $deciders->save($account, $who, $from, $ids),
            'end' => $deciders->end($ids),
            default => 'what?',
        };
        break;
    case 'askers':
        [$alerts, $brands] = [$container->get(Alerts::class), $container->get(BrandQuery::class)];
        $entities = $container->get(EntityManagerInterface::class);
        assert($alerts instanceof Alerts && $brands instanceof BrandQuery && $entities instanceof EntityManagerInterface);
        $askers = new Askers($db, $entities, $alerts, $brands);
        $who = $arguments[2] ?? '';
        echo match ($to) {
            'ask' => $askers->ask($who, (int) ($arguments[3] ?? 0), (float) ($arguments[4] ?? 0)),
            'end' => $askers->end($who),
            default => 'what?',
        };
        break;
    case 'kept': // searches, phrases and rankings from what is kept while two others write, one of them holding its change back; each answer against one put together anew
        $writers = [];
        $url = $_SERVER['DATABASE_URL'] ?? null;
        assert(is_string($url));
        $db->int('SELECT 1');
        for ($w = 0; $w < 2; ++$w) {
            // connections are kept by their address: each has one of its own
            $_ENV['DATABASE_URL'] = $_SERVER['DATABASE_URL'] = $url.'?application_name=writer'.$w;
            $mine = new Kernel('test', false);
            $mine->boot();
            $of = $mine->getContainer()->get('test.service_container');
            assert($of instanceof Psr\Container\ContainerInterface);
            $writers[] = [$of->get(Db::class), $of->get(Jorvent\People\IndexCandidate::class), $of->get(Jorvent\People\SearchCandidates::class), $of->get(Jorvent\People\Store\FitValues::class), $of->get(Jorvent\People\Facets::class)];
            $at = $writers[$w][0];
            assert($at instanceof Db);
            $at->int('SELECT 1');
        }
        $search = $container->get(Jorvent\People\SearchCandidates::class);
        assert($search instanceof Jorvent\People\SearchCandidates);
        $words = ['quillback', 'sandeel', 'garfish', 'wolffish'];
        $ids = array_map(static fn ($r): int => $r->int('id'), $db->rows('SELECT id FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL AND claims IS NULL ORDER BY id LIMIT 12'));
        $before = $db->rows('SELECT id, headline FROM candidate WHERE id IN (:ids)', ['ids' => $ids]);
        $searches = array_map(static fn (string $q): Jorvent\Core\Search\Search => new Jorvent\Core\Search\Search($q), ['quillback OR sandeel', 'garfish NOT sandeel', '(quillback OR wolffish) AND (sandeel OR garfish)', 'wolffish', 'NOT quillback', '"quillback sandeel" OR "garfish wolffish"', 'garfish AND (wolffish OR '.implode(' OR ', array_map(static fn (int $n): string => "nothing$n", range(1, 80))).')', 'quillb* NOT sande*', '"garfish wolff*" OR "sandeel quillb*"']);
        $measure = new Jorvent\Core\Fit\Measure(new Jorvent\Core\Fit\Wanted(['quillback', 'garfish'], ['sandeel']), new DateTimeImmutable('today'));
        $weights = Jorvent\Core\Fit\Weights::of($measure->wanted);
        $values = $container->get(Jorvent\People\Store\FitValues::class);
        assert($values instanceof Jorvent\People\Store\FitValues);
        $facets = $container->get(Jorvent\People\Facets::class);
        assert($facets instanceof Jorvent\People\Facets);
        $told = static fn (Jorvent\People\SearchResult $r, Jorvent\People\Store\FitValues $v, Jorvent\People\Facets $f): array => [Jorvent\People\Store\Bits::ids($r->people), $r->ladder, array_map(gmp_strval(...), $r->oneShort), $v->ranking($measure, $weights, $ids), $f->of($r->people, 6, 5)];
        mt_srand(5);
        $rounds = $differ = $hits = 0;
        $write = static function (int $w, int $id) use ($writers, $words): void {
            [$at, $index] = $writers[$w];
            assert($at instanceof Db && $index instanceof Jorvent\People\IndexCandidate);
            $at->execute('UPDATE candidate SET headline = :h WHERE id = :id', ['h' => $words[2 * $w + mt_rand(0, 1)].' '.$words[2 * $w + mt_rand(0, 1)], 'id' => $id]);
            $index($id);
        };
        $check = static function () use ($searches, $search, $values, $facets, $writers, $told, &$rounds, &$differ, &$hits): void {
            $asked = $searches[mt_rand(0, 8)];
            [$at, , $plain, $fresh, $counts] = $writers[1];
            assert($at instanceof Db && $plain instanceof Jorvent\People\SearchCandidates && $fresh instanceof Jorvent\People\Store\FitValues && $counts instanceof Jorvent\People\Facets);
            $kept = $told($search($asked), $values, $facets);
            // within a transaction nothing is kept
            $anew = $at->transaction(static fn (): array => $told($plain($asked), $fresh, $counts));
            ++$rounds;
            $differ += serialize($kept) === serialize($anew) ? 0 : 1;
            $hits += [] === $kept[0] ? 0 : 1;
        };
        $times = (int) $to;
        for ($i = 0; $i < $times; ++$i) {
            [$held] = $writers[0];
            assert($held instanceof Db);
            if (intdiv($times, 2) === $i) {
                // more changes than are read at once
                $held->execute('UPDATE post SET ver = pg_current_xact_id() WHERE (key, seg) IN (SELECT key, seg FROM post ORDER BY key LIMIT 5000)');
            }
            // the other commits first, though it began later; each writes words of its own, so that neither waits
            $held->transaction(static function () use ($write, $check, $ids, $i, $writers): void {
                $write(0, $ids[$i % 6]);
                $check();
                [$at] = $writers[1];
                assert($at instanceof Db);
                $at->transaction(static fn () => $write(1, $ids[6 + $i % 6]));
                $check();
            });
            $check();
            $check();
        }
        foreach ($before as $row) {
            $db->transaction(static function () use ($db, $row, $container): void {
                $db->execute('UPDATE candidate SET headline = :h WHERE id = :id', ['h' => $row->str('headline'), 'id' => $row->int('id')]);
                $index = $container->get(Jorvent\People\IndexCandidate::class);
                assert($index instanceof Jorvent\People\IndexCandidate);
                $index($row->int('id'));
            });
        }
        $leaves = new APCUIterator('/^leaf:/');
        $sets = new APCUIterator('/^set:/');
        $more = array_map(static fn (string $of): int => (new APCUIterator('/^'.$of.':/'))->getTotalCount(), ['run', 'rank', 'fit']);
        echo $rounds, ' rounds, ', $differ, ' differ, ', $hits > $rounds / 3 ? 'most find someone' : $hits.' find someone', ', ', $leaves->getTotalCount() > 4 && $sets->getTotalCount() > 4 && min($more) > 0 ? 'kept' : 'nothing kept';
        break;
    case 'write': // writes twelve people again and again, words in one order and in the other
        $index = $container->get(Jorvent\People\IndexCandidate::class);
        assert($index instanceof Jorvent\People\IndexCandidate);
        $ids = array_map(static fn ($r): int => $r->int('id'), $db->rows('SELECT id FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL AND claims IS NULL ORDER BY id LIMIT 12'));
        $before = $db->rows('SELECT id, headline FROM candidate WHERE id IN (:ids)', ['ids' => $ids]);
        mt_srand(7);
        for ($until = microtime(true) + (float) $to; microtime(true) < $until;) {
            $db->transaction(static function () use ($db, $index, $ids): void {
                $id = $ids[mt_rand(0, 11)];
                $db->execute('UPDATE candidate SET headline = :h WHERE id = :id', ['h' => ['lumpsucker weever', 'weever lumpsucker', 'lumpsucker'][mt_rand(0, 2)], 'id' => $id]);
                $index($id);
                usleep(mt_rand(0, 4_000));
            });
        }
        foreach ($before as $row) {
            $db->transaction(static function () use ($db, $row, $index): void {
                $db->execute('UPDATE candidate SET headline = :h WHERE id = :id', ['h' => $row->str('headline'), 'id' => $row->int('id')]);
                $index($row->int('id'));
            });
        }
        break;
    case 'learn': // makes a phrase a key of its own meanwhile, and forgets it; each time everyone is looked through anew in the same moment
        $leaves = $container->get(Jorvent\People\Store\Leaves::class);
        $clock = $container->get(Psr\Clock\ClockInterface::class);
        assert($leaves instanceof Jorvent\People\Store\Leaves && $clock instanceof Psr\Clock\ClockInterface);
        $texts = new Jorvent\People\Store\Texts($db, $leaves);
        $runs = new Jorvent\People\Store\Runs($db, $leaves, $texts, new Jorvent\People\Store\LearnedRuns($db, $leaves, $texts, $clock), 0);
        $row = new Jorvent\Core\Query\Row(['lumpsucker', 'weever']);
        $key = Jorvent\People\Store\Runs::key($row);
        $rounds = $differ = $found = 0;
        for ($i = 0; $i < 500 && null === $db->row("SELECT 1 FROM candidate WHERE headline LIKE '%lumpsucker%'"); ++$i) {
            usleep(10_000); // until the other writes
        }
        for ($until = microtime(true) + (float) $to; microtime(true) < $until; ++$rounds) {
            $runs->find([$key => $row], $leaves->load(['w:lumpsucker', 'w:weever']));
            foreach ([0, 1] as $_) {
                $db->execute('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
                $kept = Jorvent\People\Store\Bits::numbers('v', (string) hex2bin($db->row("SELECT string_agg(encode(data, 'hex'), '') AS d FROM post WHERE key = :k", ['k' => $key])?->strOrNull('d') ?? ''));
                $says = array_map(static fn ($r): int => $r->int('id'), $db->rows('SELECT w.candidate_id AS id FROM candidate_words w, (VALUES (CAST(:w AS text), CAST(:l AS text), CAST(:p AS text))) r (plain, alike, pattern) WHERE '.Jorvent\People\Store\Texts::SAYS, ['w' => Jorvent\Core\Query\Written::plain($row), 'l' => Jorvent\Core\Query\Written::like($row), 'p' => Jorvent\Core\Query\Written::pattern($row)]));
                $db->execute('COMMIT');
                sort($kept);
                sort($says);
                $differ += $kept === $says ? 0 : 1;
                $found += count($says);
                usleep(3_000);
            }
            $db->execute('DELETE FROM post_run WHERE key = :k', ['k' => $key]);
            $db->execute("UPDATE post SET n = 0, data = '', ver = pg_current_xact_id() WHERE key = :k", ['k' => $key]);
        }
        $db->execute('DELETE FROM post WHERE key = :k', ['k' => $key]);
        echo $rounds > 3 ? 'often' : "$rounds rounds", ', ', $differ, ' differ, ', $found > 2 * $rounds ? 'some say it' : "$found say it";
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
