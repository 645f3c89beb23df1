<?php

declare(strict_types=1);

// How long it takes to find out whether a new person is known already, among 100 000 in the database.
use Jorvent\Core\Identity\Blocks;
use Jorvent\Demo\Bulk;
use Jorvent\People\LearnWeights;
use Jorvent\People\SamePerson;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Kernel;
use Jorvent\Tests\Golden\Twins;
use Psr\Container\ContainerInterface;
use Symfony\Component\Dotenv\Dotenv;

require dirname(__DIR__, 2).'/vendor/autoload.php';
(new Dotenv())->load((string) getenv('JORVENT_ENV_FILE'));
$kernel = new Kernel('test', false);
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof ContainerInterface);
$json = in_array('--json', $argv, true);
$say = static function (string $measure, float $value, string $unit, int $n) use ($json): void {
    echo $json ? json_encode(['bench' => 'same', 'measure' => $measure, 'value' => round($value, 3), 'unit' => $unit, 'n' => $n], \JSON_THROW_ON_ERROR)."\n" : sprintf("%-14s %-30s %10.3f %s\n", 'same', $measure, $value, $unit);
};
ini_set('memory_limit', '2G');
$db = $container->get(Db::class);
assert($db instanceof Db);
['people' => $people] = Twins::make(75_000, 3);
$first = $db->int('SELECT max(id) FROM candidate') + 1;
$candidates = new Bulk($db, 'candidate');
$resumes = new Bulk($db, 'resume', ['reading' => 'jsonb'], $candidates);
$blocks = new Bulk($db, 'candidate_block', [], $candidates);
$month = static fn (int $m): string => sprintf('%04d-%02d', intdiv($m, 12), $m % 12 + 1);
foreach ($people as $i => $p) {
    $id = $first + $i;
    $candidates->add(['id' => $id, 'name' => mb_convert_case(implode(' ', $p->names), \MB_CASE_TITLE), 'phone' => $p->phones[0] ?? null, 'city' => $p->city, 'source' => 'dropped', 'created_at' => '2026-11-01 08:00:00+00']);
    $spells = [];
    foreach ($p->employers as $name => $span) {
        $spells[] = ['id' => 'x'.count($spells), 'employer' => (string) $name, 'title' => 'Mate', 'from' => null === $span ? null : $month($span[0]), 'to' => null === $span ? null : $month($span[1]), 'ongoing' => false, 'sure' => 'sure'];
    }
    $resumes->add(['candidate_id' => $id, 'media_type' => 'text/plain', 'file_name' => 'r.txt', 'size' => 1, 'text' => '-', 'created_at' => '2026-11-01 08:00:00+00', 'reading' => ['spells' => $spells, 'education' => array_map(static fn (string $s): array => ['id' => $s, 'school' => $s], $p->schools), 'links' => $p->links]]);
    foreach (Blocks::keys($p) as $key) {
        $blocks->add(['key' => $key, 'candidate_id' => $id]);
    }
}
$candidates->flush();
$resumes->flush();
$blocks->flush();
$db->execute('ANALYZE');
$learn = $container->get(LearnWeights::class);
$same = $container->get(SamePerson::class);
assert($learn instanceof LearnWeights && $same instanceof SamePerson);
$start = microtime(true);
$learn->run();
$say('learn_weights_s', microtime(true) - $start, 's', count($people));
$times = [];
foreach (array_keys($people) as $n => $i) {
    if (0 === $n % 250) {
        $start = microtime(true);
        $same->like($people[$i], $first + $i);
        $times[] = 1000 * (microtime(true) - $start);
    }
}
sort($times);
$say('check_median_ms', $times[intdiv(count($times), 2)], 'ms', count($times));
$say('check_p95_ms', $times[(int) (.95 * count($times))], 'ms', count($times));
$say('check_most_ms', $times[count($times) - 1], 'ms', count($times));
