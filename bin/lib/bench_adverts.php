<?php

declare(strict_types=1);

use Jorvent\Tests\Support\Browser;

require_once dirname(__DIR__, 2).'/vendor/autoload.php';
// The careers site with 2 000 openings, what counting a visit adds, what an opening weighs on the wire, and 200 applications in a minute from 200 addresses.
/** @var string $base */
/** @var bool $json */
$say = static function (string $measure, float $value, string $unit, int $n) use ($json): void {
    echo $json ? json_encode(['bench' => 'adverts', 'measure' => $measure, 'value' => round($value, 2), 'unit' => $unit, 'n' => $n, 'params' => ['openings' => 2000, 'env' => 'prod']], \JSON_THROW_ON_ERROR)."\n" : sprintf("%-14s %-26s %8.2f %s\n", 'adverts', $measure, $value, $unit);
};
$ask = static function (string $path, string $headers = '', array|string|null $post = null, bool $raw = false) use ($base): array {
    $curl = curl_init($base.$path);
    $out = [];
    curl_setopt($curl, \CURLOPT_RETURNTRANSFER, true);
    curl_setopt($curl, \CURLOPT_HTTPHEADER, array_values(array_filter(explode("\n", $headers.($raw ? "\nAccept-Encoding: gzip" : '')), static fn (string $h): bool => '' !== $h)));
    curl_setopt($curl, \CURLOPT_HEADERFUNCTION, static function (CurlHandle $curl, string $line) use (&$out): int {
        $out[] = $line;

        return strlen($line);
    });
    if (null !== $post) {
        curl_setopt($curl, \CURLOPT_POSTFIELDS, $post);
    }
    $body = (string) curl_exec($curl);

    return [curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), $body, implode('', $out)];
};
$phone = 'User-Agent: Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) Mobile/15E148 Safari/604.1';
$time = static function (string $headers): float {
    preg_match('/Server-Timing: app;dur=([\d.]+)/i', $headers, $m);

    return (float) ($m[1] ?? \NAN);
};
$share = static function (float $of, float ...$times): float {
    sort($times);

    return $times[(int) ($of * (count($times) - 1))];
};
foreach (['careers' => ['/careers', '/careers?page=20', '/careers?city=Bergen&employment=permanent'], 'careers_search' => ['/careers?q=electr', '/careers?q=shore+power', '/careers?q=ferry&city=Vigo']] as $name => $paths) {
    $times = [];
    for ($i = 0; $i < 123; ++$i) {
        [$status, , $headers] = $ask($paths[$i % 3], $phone);
        if (200 !== $status) {
            fwrite(\STDERR, $paths[$i % 3]." answered $status.\n");
            exit(1);
        }
        if ($i >= 3) {
            $times[] = $time($headers);
        }
    }
    $say($name.'_p50_ms', $share(.5, ...$times), 'ms', count($times));
    $say($name.'_p95_ms', $share(.95, ...$times), 'ms', count($times));
}
$plain = $counted = [];
for ($i = 0; $i < 130; ++$i) {
    // one that is not counted (a program) and one that is (a new address each time), turn about
    [, , $a] = $ask('/careers/2201', "User-Agent: ExampleBot/1.0\nX-Forwarded-For: 203.0.113.".$i);
    [, , $b] = $ask('/careers/2201', $phone."\nX-Forwarded-For: 203.0.113.".$i);
    if ($i >= 10) {
        [$plain[], $counted[]] = [$time($a), $time($b)];
    }
}
$say('opening_p50_ms', $share(.5, ...$plain), 'ms', count($plain));
$say('visit_adds_ms', $share(.5, ...$counted) - $share(.5, ...$plain), 'ms', count($plain));
// what a phone fetches for an opening: the page, its style, and the fonts that style names for Latin text
[, $page, $headers] = $ask('/careers/2201', $phone, null, true);
$weight = strlen($page) + strlen($headers);
[, $html] = $ask('/careers/2201', $phone);
preg_match_all('#(?:href|src)="(/(?:build|vendor)/[^"]+)"#', $html, $m);
foreach (array_unique($m[1]) as $file) {
    [, $body, $h] = $ask($file, '', null, true);
    $weight += strlen($body) + strlen($h);
    [, $css] = $ask($file);
    preg_match_all('#url\((/vendor/fonts/[^)]+-latin-candidate[^)]*)\)#', $css, $fonts);
    foreach (array_unique($fonts[1]) as $font) {
        [, $body, $h] = $ask($font, '', null, true);
        $weight += strlen($body) + strlen($h);
    }
}
$say('opening_kb', $weight / 1000, 'kB', 1);
// how soon a phone on a slow network sees the largest text: 1.6 Mbit/s, 150 ms, a processor four times slower, nothing kept from before
foreach (['opening' => '/careers/2201?lang=en', 'list' => '/careers?lang=en'] as $name => $path) {
    $paints = [];
    for ($i = 0; $i < 5; ++$i) {
        $browser = Browser::open($base, 390, 844);
        try {
            $tell = static fn (string $cmd, array $params) => $browser->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => $cmd, 'params' => (object) $params]);
            $tell('Network.enable', []);
            $tell('Network.emulateNetworkConditions', ['offline' => false, 'latency' => 150, 'downloadThroughput' => 200_000, 'uploadThroughput' => 93_750]);
            $tell('Emulation.setCPUThrottlingRate', ['rate' => 4]);
            $browser->driver->get($base.$path);
            sleep(2);
            $paint = $browser->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; new PerformanceObserver((l) => done(Math.max(...l.getEntries().map((e) => e.startTime)))).observe({type: "largest-contentful-paint", buffered: true}); setTimeout(() => done(-1), 3000)');
            $paints[] = is_numeric($paint) ? (float) $paint : \NAN;
        } finally {
            $browser->close();
        }
    }
    $say($name.'_largest_paint_ms', $share(.5, ...$paints), 'ms', count($paints));
}
// 200 people, each from an address of their own, evenly over a minute: resume, fields, questions, send
$apply = static function (int $i) use ($ask, $phone, $base): bool {
    $as = $phone."\nX-Forwarded-For: 198.51.100.".(1 + $i)."\nOrigin: ".$base;
    $token = static fn (string $html): string => 1 === preg_match('/name="_token" value="([^"]+)"/', $html, $m) ? $m[1] : '';
    [$s1, $html] = $ask('/careers/2204/apply?lang=en', $as);
    [$s2, , $head] = $ask('/careers/2204/apply?lang=en', $as, ['_token' => $token($html), 'file' => 'no']);
    if (1 !== preg_match('#Location: (?:http://[^/]+)?(/a/[0-9a-f]{32})#i', $head, $m)) {
        fwrite(\STDERR, "apply $i: $s1 $s2\n");

        return false;
    }
    [, $html] = $ask($m[1], $as);
    $post = ['_token' => $token($html), 'name' => 'Bench Person '.$i, 'email' => 'bench.'.$i.'@post.example', 'phone' => '', 'city' => 'Bergen'];
    preg_match_all('/name="(answer\[[^"\]]+\])"[^>]*?value="([^"]*)"/', $html, $questions, \PREG_SET_ORDER);
    foreach ($questions as $q) {
        $post[$q[1]] ??= '' === $q[2] ? '5' : html_entity_decode($q[2]);
    }
    [$s3, $html, $head] = $ask($m[1], $as, http_build_query($post));
    [, $html] = $ask($m[1].'/check', $as);
    [$s4, $html, $head] = $ask($m[1].'/check', $as, http_build_query(['_token' => $token($html), 'consent' => '1']));
    if (303 !== $s4) {
        fwrite(\STDERR, "apply $i: $s3 $s4 ".mb_substr(trim((string) preg_replace('/\s+/', ' ', strip_tags($html))), 0, 300)."\n");
    }

    return 303 === $s4;
};
$start = microtime(true);
$people = 200;
$workers = 8;
$files = [];
for ($w = 0; $w < $workers; ++$w) {
    $files[$w] = tempnam(sys_get_temp_dir(), 'bench');
    if (0 === pcntl_fork()) {
        $done = 0;
        for ($i = $w; $i < $people; $i += $workers) {
            $wait = $start + 60 * $i / $people - microtime(true);
            if ($wait > 0) {
                usleep((int) (1e6 * $wait));
            }
            $done += $apply($i) ? 1 : 0;
        }
        file_put_contents($files[$w], (string) $done);
        posix_kill(posix_getpid(), \SIGKILL);
    }
}
while (-1 !== pcntl_wait($status)) {
}
$done = array_sum(array_map(static fn (string $f): int => (int) file_get_contents($f), $files));
$say('applications_sent', (float) $people, 'applications', $people);
$say('applications_lost', (float) ($people - $done), 'applications', $people);
$say('applications_took_s', microtime(true) - $start, 's', $people);
