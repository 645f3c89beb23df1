<?php

declare(strict_types=1);

// Many people at once: bin/bench load [--seconds N] [--people N] [--json]
// Each of 50 signed-in people asks for a page, reads it for 3 s on average (exponential), and asks for the next: 60 % the
// pipeline of one of their openings, 40 % Today. Beside them the careers list is asked for 25 times a second, whether or
// not the last answer has come. The first minute is not counted. Times are those of whoever waits, from the moment the
// request was due until its last byte is there. One process asks, on the same machine.

/** One of the people: what they are signed in by, the openings they work on, and when they ask next. */
final class Asker
{
    public bool $waits = false;

    /** @param non-empty-list<int> $numbers */
    public function __construct(public readonly CurlHandle $curl, public readonly array $numbers, public float $due)
    {
    }
}

/** A request under way. */
final readonly class Asked
{
    public function __construct(public CurlHandle $curl, public string $page, public float $due, public ?Asker $asker)
    {
    }
}

$base = (string) preg_replace('#^http://#', '', $argv[1]);
$option = static function (string $name, int $usual) use ($argv): int {
    $at = array_search("--$name", $argv, true);

    return is_int($at) ? (int) ($argv[$at + 1] ?? $usual) : $usual;
};
$seconds = $option('seconds', 300);
$warming = min(60, intdiv($seconds, 5));
$perSecond = 25;
$lists = ['/careers', '/careers', '/careers', '/careers?q=electrician', '/careers?q=bergen', '/careers?page=2'];
mt_srand(15);
$chance = static fn (): float => mt_rand() / mt_getrandmax();
$handle = static function (string $url, string $address) use ($base): CurlHandle {
    $curl = curl_init('http://'.$url);
    if (false === $curl) {
        throw new RuntimeException('curl does not start');
    }
    curl_setopt_array($curl, [
        \CURLOPT_RETURNTRANSFER => true, \CURLOPT_TIMEOUT => 60, \CURLOPT_ENCODING => 'gzip', \CURLOPT_COOKIEFILE => '',
        \CURLOPT_HTTPHEADER => ['X-Forwarded-For: '.$address, 'Origin: http://'.$base],
    ]);

    return $curl;
};

/** @var list<Asker> $people */
$people = [];
/** @var list<array{email: string, numbers: non-empty-list<int>}> $accounts */
$accounts = json_decode((string) stream_get_contents(\STDIN), true, 8, \JSON_THROW_ON_ERROR);
foreach (array_slice($accounts, 0, $option('people', 50)) as $i => $account) {
    $curl = $handle($base.'/sign-in', '10.0.0.'.($i + 1));
    preg_match('/name="_csrf_token" value="([^"]+)"/', (string) curl_exec($curl), $m);
    $form = ['email' => $account['email'], 'password' => 'skerry', '_csrf_token' => $m[1] ?? ''];
    curl_setopt($curl, \CURLOPT_POSTFIELDS, http_build_query($form));
    $page = (string) curl_exec($curl);
    $status = curl_getinfo($curl, \CURLINFO_RESPONSE_CODE);
    if (302 !== $status) {
        fwrite(\STDERR, $account['email']." could not sign in: $status ".trim(strip_tags($page))."\n");
        exit(1);
    }
    curl_setopt($curl, \CURLOPT_HTTPGET, true);
    $people[] = new Asker($curl, $account['numbers'], $chance() * 3);
}

/** @var array<string, list<float>> $times by page, in ms */
$times = ['today' => [], 'pipeline' => [], 'careers' => []];
/** @var array<string, int> $failed by page and status */
$failed = [];
$multi = curl_multi_init();
curl_multi_setopt($multi, \CURLMOPT_MAXCONNECTS, 200);
/** @var array<int, Asked> $under by id of the handle */
$under = [];
/** @var list<CurlHandle> $idle */
$idle = [];
$started = hrtime(true) / 1e9;
$readers = 0;
$send = static function (Asked $asked, string $path) use (&$under, $multi, $base): void {
    curl_setopt($asked->curl, \CURLOPT_URL, 'http://'.$base.$path);
    curl_multi_add_handle($multi, $asked->curl);
    $under[spl_object_id($asked->curl)] = $asked;
};
while (true) {
    $now = hrtime(true) / 1e9 - $started;
    $over = $now >= $seconds;
    if ($over && [] === $under) {
        break;
    }
    $next = $readers / $perSecond;
    foreach ($over ? [] : $people as $person) {
        if (!$person->waits) {
            $next = min($next, $person->due);
        }
        if (!$person->waits && $person->due <= $now) {
            $person->waits = true;
            $pipeline = $chance() < .6;
            $path = $pipeline ? '/r/'.$person->numbers[array_rand($person->numbers)].'/pipeline' : '/today';
            $send(new Asked($person->curl, $pipeline ? 'pipeline' : 'today', $person->due, $person), $path);
        }
    }
    for (; !$over && $readers / $perSecond <= $now; ++$readers) {
        $curl = array_pop($idle) ?? $handle($base, '10.1.'.intdiv($readers, 200) % 200 .'.'.(1 + $readers % 200));
        $send(new Asked($curl, 'careers', $readers / $perSecond, null), $lists[array_rand($lists)]);
    }
    curl_multi_exec($multi, $running);
    while (false !== $done = curl_multi_info_read($multi)) {
        assert($done['handle'] instanceof CurlHandle);
        $asked = $under[spl_object_id($done['handle'])] ?? throw new LogicException('An answer to no question.');
        unset($under[spl_object_id($asked->curl)]);
        $now = hrtime(true) / 1e9 - $started;
        $status = curl_getinfo($asked->curl, \CURLINFO_RESPONSE_CODE);
        curl_multi_remove_handle($multi, $asked->curl);
        if (200 !== $status) {
            $failed["$asked->page $status"] = ($failed["$asked->page $status"] ?? 0) + 1;
        } elseif ($asked->due >= $warming) {
            $times[$asked->page][] = 1000 * ($now - $asked->due);
        }
        if (null === $asked->asker) {
            $idle[] = $asked->curl;
        } else {
            $asked->asker->waits = false;
            $asked->asker->due = $now - 3 * log(1 - $chance() * .999999);
        }
    }
    // until something has come, or the next is due
    curl_multi_select($multi, max(.0005, min(.05, $next - $now)));
}
foreach ($times as $page => $ms) {
    sort($ms);
    $n = count($ms);
    $at = static fn (float $part): float => $ms[(int) ($part * $n)] ?? 0.0;
    $figures = ['p50_ms' => $at(.5), 'p95_ms' => $at(.95), 'p99_ms' => $at(.99), 'a_second' => $n / ($seconds - $warming)];
    foreach ($figures as $measure => $value) {
        $line = ['bench' => 'load', 'measure' => "{$page}_$measure", 'value' => round($value, 1), 'n' => $n, 'params' => ['seconds' => $seconds, 'people' => count($people)]];
        echo in_array('--json', $argv, true) ? json_encode($line, \JSON_THROW_ON_ERROR)."\n" : sprintf("%-10s %-10s %8.1f  of %d\n", $page, $measure, $value, $n);
    }
}
echo [] === $failed ? "no request failed\n" : 'failed: '.json_encode($failed, \JSON_THROW_ON_ERROR)."\n";
exit([] === $failed ? 0 : 1);
