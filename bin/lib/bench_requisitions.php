<?php

declare(strict_types=1);

/**
 * The list at 10 000 rows, the market view at 200 000 people, an import of 5 000 rows. Read by bench.php.
 *
 * @var Closure(string): array{int, string, string} $get status, body, headers
 * @var string                                      $base
 * @var non-empty-string                            $jar
 * @var bool                                        $json
 */
$time = static function (string $path) use ($get): float {
    [$status, , $headers] = $get($path);
    if (200 !== $status || 1 !== preg_match('/Server-Timing: app;dur=([\d.]+)/i', $headers, $m)) {
        fwrite(\STDERR, "$path answered $status without its time.\n");
        exit(1);
    }

    return (float) $m[1];
};
$tell = static function (string $measure, float $value, int $n, string $params) use ($json): void {
    echo $json ? json_encode(['bench' => 'requisitions', 'measure' => $measure, 'value' => round($value, 1), 'unit' => str_ends_with($measure, '_s') ? 's' : (str_ends_with($measure, '_mb') ? 'MB' : 'ms'), 'n' => $n, 'params' => ['of' => $params, 'env' => 'prod']], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES)."\n" : sprintf("%-14s %-22s %8.1f  (%d, %s)\n", 'requisitions', $measure, $value, $n, $params);
};
$quantile = static function (array $times, float $at): float {
    $times = array_values(array_filter($times, is_float(...)));
    sort($times);

    return $times[(int) min(count($times) - 1, floor($at * count($times)))] ?? 0.0;
};
// list: every sort, the first page and one far on, and words
$lists = [];
foreach (['title', '-title', 'number', '-number', 'place', 'unit', 'recruiter', 'state', '-opened_on', 'target_on'] as $sort) {
    $lists[] = "/requisitions?state=all&sort=$sort";
    [, $body] = $get("/requisitions?state=all&sort=$sort");
    if (1 === preg_match('/rel="next" href="([^"]+)"/', $body, $m)) {
        $lists[] = html_entity_decode($m[1]);
    }
}
array_push($lists, '/requisitions?state=all&q=electrician', '/requisitions?state=all&q=bergen+welder', '/requisitions');
$times = $by = [];
for ($round = 0; $round < 4; ++$round) {
    foreach ($lists as $path) {
        $ms = $time($path);
        if ($round > 0) {
            $times[] = $ms;
            $by[$path] = $ms;
        }
    }
}
arsort($by);
fwrite(\STDERR, 'slowest: '.implode(', ', array_map(static fn (string $p, float $ms): string => sprintf('%s %.0f ms', mb_strimwidth($p, 0, 60), $ms), array_keys(array_slice($by, 0, 4)), array_values(array_slice($by, 0, 4))))."\n");
$tell('list_p50_ms', $quantile($times, .5), count($times), '10 000 requisitions');
$tell('list_p95_ms', $quantile($times, .95), count($times), '10 000 requisitions');
// market: 60 briefs with one to four musts; the first round teaches the phrases
$times = [];
for ($round = 0; $round < 3; ++$round) {
    for ($n = 1; $n <= 60; ++$n) {
        $ms = $time('/r/'.(20000 + $n).'/market');
        if ($round > 0) {
            $times[] = $ms;
        }
    }
}
$tell('market_p50_ms', $quantile($times, .5), count($times), '200 000 people');
$tell('market_p95_ms', $quantile($times, .95), count($times), '200 000 people');
// import
$file = tempnam(sys_get_temp_dir(), 'import').'.csv';
$out = fopen($file, 'w') ?: exit(1);
fputcsv($out, ['title', 'department', 'site', 'positions', 'profile'], escape: '');
for ($i = 1; $i <= 5000; ++$i) {
    fputcsv($out, ["Imported $i", ['4410', '4420', '4500', '4600'][$i % 4], ['Bergen', 'Aberdeen', 'Vigo'][$i % 3], 1 + $i % 3, 'Marine Electrician II'], escape: '');
}
fclose($out);
/** @param array<string, string|CURLFile> $fields */
$post = static function (string $path, array $fields) use ($base, $jar): array {
    $curl = curl_init($base.$path);
    curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_POSTFIELDS => $fields]);
    curl_setopt($curl, \CURLOPT_COOKIEJAR, $jar);
    curl_setopt($curl, \CURLOPT_COOKIEFILE, $jar);
    curl_exec($curl);

    return [curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), (string) curl_getinfo($curl, \CURLINFO_REDIRECT_URL)];
};
[, $page] = $get('/requisitions/new?from=table');
preg_match('/name="_token" value="([^"]+)"/', $page, $m);
$token = $m[1] ?? '';
$started = microtime(true);
[, $to] = $post('/import/requisitions', ['_token' => $token, 'file' => new CURLFile($file, 'text/csv', 'import.csv')]);
$import = (string) parse_url($to, \PHP_URL_PATH);
$until = static function (string $state) use ($get, $import): void {
    for ($end = microtime(true) + 300; microtime(true) < $end;) {
        [, $body] = $get($import);
        if (str_contains($body, $state)) {
            return;
        }
        usleep(100_000);
    }
    fwrite(\STDERR, "The import never came to \"$state\".\n");
    exit(1);
};
$columns = ['title' => '0', 'unit' => '1', 'site' => '2', 'positions' => '3', 'profile' => '4'];
$post($import, ['_token' => $token] + $columns);
$until('rows can be imported');
$checked = microtime(true);
$post($import.'/start', ['_token' => $token]);
$until('drafts were written');
unlink($file);
$tell('import_check_5000_s', $checked - $started, 1, 'file taken, mapped and checked');
$tell('import_5000_s', microtime(true) - $checked, 1, 'written after the person agreed');
