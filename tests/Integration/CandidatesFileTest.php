<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Search\Search;
use Jorvent\People\CandidatesExport;
use Jorvent\People\CandidatesImport;
use Jorvent\People\SearchCandidates;
use Jorvent\People\Store\Bits;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Component\Console\Tester\CommandTester;

/** People in and out as JSON Resume. */
#[CoversClass(CandidatesExport::class)]
#[CoversClass(CandidatesImport::class)]
final class CandidatesFileTest extends DatabaseTest
{
    private const RESUME = ['basics' => ['name' => 'Łucja Żak', 'label' => 'Rope splicer', 'email' => 'lucja.zak@post.example', 'phone' => '+47 5555 0101', 'url' => 'https://zak.example', 'location' => ['city' => 'Bergen', 'countryCode' => 'NO', 'region' => 'Vestland'], 'profiles' => [['network' => 'Quay', 'username' => 'lucja', 'url' => 'https://quay.example/lucja']]],
        'work' => [['name' => 'Vestholm Mekaniske', 'position' => 'Rope splicer', 'url' => 'https://vestholm.example', 'startDate' => '2019-03-04', 'endDate' => '2023-08-31', 'summary' => 'Splicing hawsers zyzzyva by hand.', 'highlights' => ['One thing', 'Æ and ł']]], 'volunteer' => [['organization' => 'Lifeboat', 'position' => 'Crew', 'startDate' => '2020-01-01']],
        'education' => [['institution' => 'School of the Sea', 'area' => 'Rigging', 'studyType' => 'Bachelor', 'startDate' => '2015-08-01', 'endDate' => '2018-06-01', 'score' => '4.0', 'courses' => ['R1']]], 'awards' => [['title' => 'Best knot', 'date' => '2021-05-05', 'awarder' => 'Guild']],
        'skills' => [['name' => 'Splicing', 'level' => 'Master', 'keywords' => ['wire', 'hemp']]], 'languages' => [['language' => 'Polish', 'fluency' => 'Native speaker']], 'interests' => [['name' => 'Kites']], 'references' => [['name' => 'A. Skipper', 'reference' => 'Steady.']], 'projects' => [['name' => 'Net', 'description' => 'A long one']], 'publications' => [['name' => 'On knots', 'publisher' => 'Quay Press']], 'meta' => ['version' => 'v1.0.0']];

    public function testWhatComesInGoesOutWithAllTheStandardHas(): void
    {
        $other = ['basics' => ['name' => 'Otto Moe']] + self::RESUME;
        foreach (['lines' => json_encode(self::RESUME, \JSON_THROW_ON_ERROR)."\n\n".json_encode($other, \JSON_THROW_ON_ERROR)."\n", 'array' => json_encode([self::RESUME, $other], \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT)] as $shape => $content) {
            self::assertSame('lines' === $shape ? '2 new, 0 known, 0 there already, 0 not taken.' : '0 new, 0 known, 2 there already, 0 not taken.', $this->import($content), $shape);
        }
        $found = Bits::ids($this->get(SearchCandidates::class)(new Search('zyzzyva'))->people);
        self::assertCount(2, $found, 'and are found by the next search');
        $out = sys_get_temp_dir().'/out-'.bin2hex(random_bytes(4)).'.jsonl';
        $tester = new CommandTester($this->get(CandidatesExport::class));
        self::assertSame(0, $tester->execute(['file' => $out]));
        $lines = array_map(static fn (string $l): mixed => json_decode($l, true, 64, \JSON_THROW_ON_ERROR), file($out, \FILE_IGNORE_NEW_LINES) ?: []);
        self::assertCount($this->int('SELECT count(*) FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL AND claims IS NULL'), $lines);
        $mine = array_values(array_filter($lines, static fn (mixed $l): bool => \is_array($l) && \is_array($l['meta'] ?? null) && $l['meta']['jorvent'] === ['candidate' => min($found)]))[0] ?? self::fail('exported');
        self::assertIsArray($mine);
        self::within(self::RESUME, $mine, 'resume');
        self::assertSame('0 new, 0 known, 1 there already, 0 not taken.', $this->import(json_encode(self::RESUME, \JSON_THROW_ON_ERROR)), 'one alone');
        self::assertSame(1, $tester->execute(['file' => $out]), 'nothing is written over');
        unlink($out);
    }

    public function testANewerOneIsAddedToWhoIsKnownAndNonsenseIsNamed(): void
    {
        self::assertSame('1 new, 0 known, 0 there already, 0 not taken.', $this->import(json_encode(self::RESUME, \JSON_THROW_ON_ERROR)));
        self::assertStringContainsString("line 2: this is no JSON Resume.\n0 new, 1 known, 0 there already, 1 not taken.", $this->import(json_encode(['awards' => []] + self::RESUME, \JSON_THROW_ON_ERROR)."\nnonsense\n", 1));
        self::assertSame(1, $this->int("SELECT count(*) FROM candidate WHERE email = 'lucja.zak@post.example'"));
        self::assertSame(2, $this->int("SELECT count(*) FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE c.email = 'lucja.zak@post.example'"));
    }

    private function import(string $content, int $code = 0): string
    {
        $file = sys_get_temp_dir().'/in-'.bin2hex(random_bytes(4)).'.json';
        file_put_contents($file, $content);
        $tester = new CommandTester($this->get(CandidatesImport::class));
        self::assertSame($code, $tester->execute(['file' => $file]));
        unlink($file);

        return trim($tester->getDisplay());
    }

    /**
     * @param array<array-key, mixed> $expected
     * @param array<array-key, mixed> $actual
     */
    private static function within(array $expected, array $actual, string $at): void
    {
        foreach ($expected as $key => $value) {
            self::assertArrayHasKey($key, $actual, "$at.$key");
            if (\is_array($value)) {
                self::assertIsArray($actual[$key]);
                self::within($value, $actual[$key], "$at.$key");
            } else {
                self::assertSame($value, $actual[$key], "$at.$key");
            }
        }
    }
}
