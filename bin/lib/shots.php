<?php

declare(strict_types=1);

use Jorvent\Tests\Support\Browser;

require dirname(__DIR__, 2).'/vendor/autoload.php';
[$dir, $only] = [$argv[1], array_slice($argv, 2)];
$solveig = 'solveig.aune@skerryline.example';
$views = [
    'today' => [$solveig, '/today'], 'requisitions' => [$solveig, '/requisitions'], 'analysis' => [$solveig, '/adverts'], 'brief' => ['mo.bakkerud@skerryline.example', '/r/2210/brief'],
    'adverts' => [$solveig, '/r/2201/adverts'], 'sourcing' => [$solveig, '/r/2201/sourcing?'.http_build_query(['q' => '(PLC OR SCADA) AND "shore power" NOT agency', 'c' => ['one_job(title=marine electrician|ship\'s electrician)(years;from=3)', 'place=Bergen;km=60;moves']])], 'pipeline' => [$solveig, '/r/2201/pipeline'],
    'arrange' => [$solveig, 'ARRANGE'], 'compare' => [$solveig, '/r/2201/interviews'], 'scorecard' => ['ines.teixeira@skerryline.example', 'SCORECARD'], 'offer' => [$solveig, '/r/2205/offer'], 'outcome' => [$solveig, '/r/2207/outcome'], 'questions' => ['callum.gauthier@skerryline.example', '/r/2211/questions?q=paper'], 'intake' => [$solveig, '/intake'], 'reading' => [$solveig, '/people/38/reading/38'],
    'careers' => ['', '/careers/2201'], 'careers-phone' => ['', '/careers', 'phone'], 'person' => [$solveig, '/people/66'], 'apply-phone' => ['', '/careers/2201/apply', 'apply'],
];
foreach ($views as $name => $view) {
    if ([] !== $only && !in_array($name, $only, true)) {
        continue;
    }
    [$who, $path] = $view;
    $how = $view[2] ?? '';
    $phone = 'phone' === $how || 'apply' === $how;
    $browser = Browser::open((string) getenv('JORVENT_SHOTS_URL'), $phone ? 390 : 1280, $phone ? 844 : 800);
    try {
        if ('' !== $who) {
            $browser->signIn($who);
        }
        if ('SCORECARD' === $path) {
            $browser->press('Write');
        } elseif ('ARRANGE' === $path) {
            $browser->go('/r/2201/interviews')->press('Arrange')->sees('[name="who[]"]')->press('Ines Teixeira')->press('Find times')->sees('.strip');
        } else {
            $browser->go($path);
        }
        if ('brief' === $name) {
            $browser->sees('.market');
        }
        if ('apply' === $how) {
            $file = sys_get_temp_dir().'/resume.txt';
            file_put_contents($file, "Ana Pires\nMarine electrician, Gullcove Marine\nBergen · ana.pires@post.example · +47 5555 0171\n\nSix years of PLC and switchboards, fault finding on five ferries.\n");
            $browser->attach('resume', $file)->press('Go on')->sees('[name=email]');
        }
        $browser->shot($dir.'/'.$name.'.png');
        echo $name, "\n";
    } finally {
        $browser->close();
    }
}
