<?php

declare(strict_types=1);

// Server time of each page of this checkout (first address) against that of another commit (second), asked in turn, so that
// a slow minute of the machine is one for both: bin/bench compare COMMIT. Pages that only show may take 1.1 times the p95
// of the other, pages with a form 1.15 times or 5 ms more.
const ROUNDS = 120;
const WARM = 10;
const SHOWN = [
    'today' => '/today', 'requisitions' => '/requisitions', 'adverts' => '/r/2201/adverts', 'pipeline' => '/r/2201/pipeline',
    'interviews' => '/r/2201/interviews', 'outcome' => '/r/2207/outcome', 'find' => '/find?q=ma', 'history' => '/r/2201/history',
    'departments' => '/departments', 'careers' => '/careers', 'opening' => '/careers/2201',
];
const WITH_A_FORM = [
    'brief' => '/r/2201/brief', 'offer' => '/r/2205/offer', 'person' => '/people/62', 'questions' => '/r/2201/questions',
    'settings' => '/me', 'close' => '/r/2201/pipeline/close', 'sourcing' => '/r/2201/sourcing',
];

$client = static function (string $base): Closure {
    $curl = curl_init();
    if (false === $curl) {
        throw new RuntimeException('curl does not start');
    }
    curl_setopt_array($curl, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_COOKIEFILE => '', \CURLOPT_HTTPHEADER => ['Origin: http://'.$base]]);
    /** @param array<string, string> $post */
    $ask = static function (string $path, array $post = []) use ($curl, $base): string {
        curl_setopt($curl, \CURLOPT_HTTPGET, true);
        curl_setopt($curl, \CURLOPT_URL, 'http://'.$base.$path);
        if ([] !== $post) {
            curl_setopt($curl, \CURLOPT_POSTFIELDS, http_build_query($post));
        }

        return (string) curl_exec($curl);
    };
    preg_match('/name="_csrf_token" value="([^"]+)"/', $ask('/sign-in'), $m);
    $ask('/sign-in', ['email' => 'solveig.aune@skerryline.example', 'password' => 'skerry', '_csrf_token' => $m[1] ?? '']);
    if (302 !== curl_getinfo($curl, \CURLINFO_RESPONSE_CODE)) {
        throw new RuntimeException('Could not sign in at '.$base);
    }

    return static function (string $path) use ($curl, $ask): ?float {
        $from = hrtime(true);
        $ask($path);

        // a page that one of them does not have is not compared
        return 200 === curl_getinfo($curl, \CURLINFO_RESPONSE_CODE) ? (hrtime(true) - $from) / 1e6 : null;
    };
};
[$here, $there] = array_map(static fn (string $url): Closure => $client(substr($url, strlen('http://'))), [$argv[1], $argv[2]]);
$json = in_array('--json', $argv, true);
$slower = 0;
foreach ([...SHOWN, ...WITH_A_FORM] as $name => $path) {
    $times = [[], []];
    for ($i = 0; $i < ROUNDS + WARM; ++$i) {
        foreach (1 === $i % 2 ? [1, 0] : [0, 1] as $side) {
            $ms = (0 === $side ? $here : $there)($path);
            if (null !== $ms && $i >= WARM) {
                $times[$side][] = $ms;
            }
        }
    }
    if ([] === $times[0] || [] === $times[1]) {
        echo "$name is not on both\n";
        continue;
    }
    [$now, $then] = array_map(static function (array $of): array {
        sort($of);

        return [$of[(int) (.5 * count($of))], $of[(int) (.95 * count($of))]];
    }, $times);
    $most = isset(SHOWN[$name]) ? 1.1 * $then[1] : max(1.15 * $then[1], $then[1] + 5);
    $slower += $now[1] > $most ? 1 : 0;
    $line = ['bench' => 'compare', 'page' => $name, 'p50' => $now[0], 'p50_then' => $then[0], 'p95' => $now[1], 'p95_then' => $then[1], 'ratio' => $now[1] / $then[1]];
    echo $json ? json_encode($line, \JSON_THROW_ON_ERROR)."\n" : sprintf(
        "%-14s p50 %6.1f  then %6.1f   p95 %6.1f  then %6.1f   ratio %.2f%s\n",
        $name, $now[0], $then[0], $now[1], $then[1], $now[1] / $then[1], $now[1] > $most ? '  slower' : '',
    );
}
exit(0 === $slower ? 0 : 1);
