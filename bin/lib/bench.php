<?php

declare(strict_types=1);

// Reads each page as the recruiter of the demo world, and takes server time and queries from its Server-Timing header.
[$base, $json] = [$argv[1], in_array('--json', $argv, true)];
$only = array_values(array_filter(array_slice($argv, 2), static fn (string $a): bool => '--json' !== $a));
$pages = [
    'today' => '/today', 'requisitions' => '/requisitions', 'brief' => '/r/2201/brief', 'adverts_page' => '/r/2201/adverts', 'search' => '/r/2201/sourcing?q='.rawurlencode('(PLC OR SCADA) AND switchboards NOT agency'), 'pipeline' => '/r/2201/pipeline',
    'interviews' => '/r/2201/interviews', 'offer' => '/r/2205/offer', 'outcome' => '/r/2207/outcome', 'person' => '/people/62', 'find' => '/find?q=ma', 'careers' => '/careers', 'opening' => '/careers/2201',
];
$requests = 60;
$jar = tempnam(sys_get_temp_dir(), 'bench');
$get = static function (string $path, array $post = []) use ($base, $jar): array {
    $curl = curl_init($base.$path);
    $headers = [];
    curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_HTTPHEADER => ['Origin: '.$base], \CURLOPT_COOKIEJAR => $jar, \CURLOPT_COOKIEFILE => $jar, \CURLOPT_HEADERFUNCTION => static function ($_, string $line) use (&$headers): int {
        $headers[] = $line;

        return strlen($line);
    }]);
    if ([] !== $post) {
        curl_setopt($curl, \CURLOPT_POSTFIELDS, http_build_query($post));
    }
    $body = (string) curl_exec($curl);

    return [curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), $body, implode('', $headers)];
};
[, $page] = $get('/sign-in');
preg_match('/name="_csrf_token" value="([^"]+)"/', $page, $m);
[$status] = $get('/sign-in', ['email' => 'solveig.aune@skerryline.example', 'password' => 'skerry', '_csrf_token' => $m[1] ?? '']);
if (302 !== $status) {
    fwrite(\STDERR, "Could not sign in ($status).\n");
    exit(1);
}
if (in_array('requisitions', $only, true)) {
    require __DIR__.'/bench_requisitions.php';
    exit(0);
}
if (in_array('adverts', $only, true)) {
    require __DIR__.'/bench_adverts.php';
    exit(0);
}
foreach ($pages as $name => $path) {
    if ([] !== $only && !in_array($name, $only, true)) {
        continue;
    }
    $times = [];
    $queries = 0;
    for ($i = 0; $i < $requests + 5; ++$i) {
        $from = hrtime(true);
        [$status, , $headers] = $get($path);
        $whole = (hrtime(true) - $from) / 1e6;
        // pages that anyone reads do not tell their times: they are taken from outside
        $told = 1 === preg_match('/Server-Timing: app;dur=([\d.]+), db;desc="(\d+) queries"/i', $headers, $m);
        if (200 !== $status || (!$told && !str_starts_with($path, '/careers'))) {
            fwrite(\STDERR, "$path answered $status without its times.\n");
            exit(1);
        }
        $m = $told ? $m : ['', (string) $whole, '0'];
        if ($i >= 5) { // the first few warm the caches up
            $times[] = (float) $m[1];
        }
        $queries = max($queries, (int) $m[2]);
    }
    sort($times);
    foreach ([['server_time_p50', $times[(int) (.5 * $requests)], 'ms'], ['server_time_p95', $times[(int) (.95 * $requests)], 'ms'], ['queries', $queries, 'queries']] as [$measure, $value, $unit]) {
        echo $json ? json_encode(['bench' => $name, 'measure' => $measure, 'value' => round($value, 1), 'unit' => $unit, 'n' => $requests, 'params' => ['path' => $path, 'env' => 'prod']], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES)."\n" : sprintf("%-14s %-18s %8.1f %s\n", $name, $measure, $value, $unit);
    }
}
