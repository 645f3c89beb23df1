<?php

declare(strict_types=1);

// The whole results page over HTTP, closed loop on the same cores: varied searches with fifteen marginal counts and more, by one client and by eight.
use Jorvent\Demo\Pool;
use Jorvent\Demo\PoolSearches;

require dirname(__DIR__, 2).'/vendor/autoload.php';
[$base, $people] = [$argv[1], (int) $argv[2]];
$json = in_array('--json', $argv, true);
$say = static function (string $measure, float $value, string $unit, int $n = 1) use ($json, $people): void {
    echo $json ? json_encode(['bench' => 'search', 'people' => $people, 'measure' => $measure, 'value' => round($value, 3), 'unit' => $unit, 'n' => $n], \JSON_THROW_ON_ERROR)."\n" : sprintf("%-10s %9d people  %-34s %10.2f %s\n", 'search', $people, $measure, $value, $unit);
};
// what is asked: words, phrases, alternatives, and criteria of every kind, at least fifteen marginal counts each
$towns = [];
foreach (file(dirname(__DIR__, 2).'/migrations/towns.csv') ?: [] as $line) {
    $cells = explode(',', $line);
    $towns[] = [explode('|', $cells[0])[0], $cells[1]];
}
$pool = new Pool($towns, new DateTimeImmutable('today'));
$searches = PoolSearches::make($pool, array_column($towns, 0));

$sign = static function (int $client) use ($base): CurlHandle {
    $curl = curl_init();
    curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_COOKIEFILE => '', \CURLOPT_HEADER => true, \CURLOPT_HTTPHEADER => ['HX-Request: true', 'Origin: '.$base, 'X-Forwarded-For: 192.0.2.'.$client], \CURLOPT_URL => $base.'/sign-in']);
    preg_match('/name="_csrf_token" value="([^"]+)"/', (string) curl_exec($curl), $m);
    curl_setopt_array($curl, [\CURLOPT_URL => $base.'/sign-in', \CURLOPT_POSTFIELDS => http_build_query(['email' => 'solveig.aune@skerryline.example', 'password' => 'skerry', '_csrf_token' => $m[1] ?? ''])]);
    curl_exec($curl);
    if (302 !== curl_getinfo($curl, \CURLINFO_RESPONSE_CODE)) {
        fwrite(\STDERR, "Could not sign in.\n");
        exit(1);
    }
    curl_setopt($curl, \CURLOPT_HTTPGET, true);

    return $curl;
};
/** @return array<string, float> */
$parts = static function (string $answer, string $asked): array {
    if (1 !== preg_match('#^HTTP/\S+ 200#', $answer) || 0 === preg_match_all('/(?:Server-Timing:|,)\s*(\w+);dur=([\d.]+)/i', (string) preg_replace('/\r\n\r\n.*/s', '', $answer), $m)) {
        fwrite(\STDERR, substr($answer, 0, 300)."\n".$asked."\n");
        exit(1);
    }

    return array_combine($m[1], array_map(floatval(...), $m[2]));
};
/**
 * @param list<CurlHandle> $clients
 * @param list<string>     $asked
 *
 * @return list<array<string, float>>
 */
$run = static function (array $clients, string $path, array $asked) use ($base, $parts): array {
    $multi = curl_multi_init();
    $asked = array_values(array_filter($asked, is_string(...)));
    $next = 0;
    /** @var array<int, array{int, string}> $started */
    $started = [];
    $found = [];
    $start = static function (CurlHandle $curl) use (&$next, &$started, $asked, $base, $path, $multi): void {
        curl_setopt($curl, \CURLOPT_URL, $base.$path.'?'.$asked[$next]);
        $started[spl_object_id($curl)] = [hrtime(true), $asked[$next++]];
        curl_multi_add_handle($multi, $curl);
    };
    foreach (array_filter($clients, static fn (mixed $c): bool => $c instanceof CurlHandle) as $curl) {
        $start($curl);
    }
    do {
        curl_multi_exec($multi, $running);
        while (false !== $info = curl_multi_info_read($multi)) {
            $curl = $info['handle'];
            if (!$curl instanceof CurlHandle) {
                continue;
            }
            [$at, $query] = $started[spl_object_id($curl)] ?? [0, ''];
            $found[] = ['http' => (hrtime(true) - $at) / 1e6] + $parts((string) curl_multi_getcontent($curl), $query);
            curl_multi_remove_handle($multi, $curl);
            if ($next < count($asked)) {
                $start($curl);
                $running = 1;
            }
        }
        if ($running > 0) {
            curl_multi_select($multi, .05);
        }
    } while ($running > 0);

    return $found;
};
if (1 === preg_match('/^(\d+) ([\d.]+)$/', (string) getenv('JORVENT_INDEX_BUILT'), $m)) {
    $say('index_s', (float) $m[1], 's');
    $say('index_stolen', 100 * (float) $m[2], '%');
}
$clients = array_map($sign, range(1, 8));
$path = '/r/2201/sourcing/results';
$cold = $run([$clients[0]], $path, $searches);
$say('page_cold_p95_ms', percentile(array_column($cold, 'http'), .95), 'ms', count($cold));
$run([$clients[0]], $path, $searches);
$found = [];
foreach ([1 => '', 8 => '_8_clients'] as $n => $suffix) {
    $asked = array_merge(...array_fill(0, 1 === $n ? 4 : 12, $searches));
    shuffle($asked);
    $before = processors();
    $found = $run(array_slice($clients, 0, $n), $path, $asked);
    $say("page_stolen$suffix", 100 * stolen($before), '%');
    foreach (['count' => 'count', 'ladder' => 'ladder', 'fit' => 'fit', 'http' => 'page'] as $of => $name) {
        foreach (['p50' => .5, 'p95' => .95] as $p => $share) {
            $say("{$name}_{$p}_ms$suffix", percentile(array_column($found, $of), $share), 'ms', count($found));
        }
    }
    $say("framework_p50_ms$suffix", percentile(array_map(static fn (array $f): float => $f['http'] - $f['all'], $found), .5), 'ms', count($found));
    if (1 === $n) {
        $ratios = array_map(static fn (array $f): float => $f['ladder'] / max(.01, $f['count']), $found);
        $say('ladder_to_count_p50', percentile($ratios, .5), 'times', count($found));
        $say('ladder_to_count_p95', percentile($ratios, .95), 'times', count($found));
    }
    $reader = $run(array_slice($clients, 0, $n), '/r/2201/sourcing/reader', $searches);
    $say("reader_p95_ms$suffix", percentile(array_column($reader, 'http'), .95), 'ms', count($reader));
    $facets = $run(array_slice($clients, 0, $n), '/r/2201/sourcing/facets', array_merge($searches, 1 === $n ? $searches : array_merge($searches, $searches, $searches)));
    $facets = array_slice($facets, 1 === $n ? 48 : 0);
    $say("facets_p50_ms$suffix", percentile(array_column($facets, 'http'), .5), 'ms', count($facets));
    $say("facets_p95_ms$suffix", percentile(array_column($facets, 'http'), .95), 'ms', count($facets));
}
$say('memory_peak_mb', percentile(array_column($found, 'memory'), 1.0), 'MB', count($found));

/** @return array{int, int} ticks other guests of the host took of the processors, and ticks that were not idle */
function processors(): array
{
    preg_match('/^cpu\s+(.*)$/m', (string) @file_get_contents('/proc/stat'), $m);
    $ticks = array_map(intval(...), explode(' ', $m[1] ?? '')) + array_fill(0, 8, 0);

    return [$ticks[7], $ticks[0] + $ticks[1] + $ticks[2] + $ticks[5] + $ticks[6] + $ticks[7]];
}

/** @param array{int, int} $before */
function stolen(array $before): float
{
    $now = processors();

    return ($now[0] - $before[0]) / max(1, $now[1] - $before[1]);
}

/** @param list<float> $values */
function percentile(array $values, float $share): float
{
    sort($values);

    return $values[(int) min(count($values) - 1, ceil($share * count($values)) - 1)] ?? 0.0;
}
