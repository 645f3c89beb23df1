<?php

declare(strict_types=1);

namespace Jorvent\Tests\Architecture;

use Jorvent\Tests\Measures\Figures;
use Jorvent\Tests\Measures\Modules;
use Jorvent\Tests\Measures\Source;
use Jorvent\Tests\Measures\Statements;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

/** The measures of the code see what they are to see, on a small project made for it. */
#[CoversClass(Figures::class)]
#[CoversClass(Modules::class)]
#[CoversClass(Source::class)]
#[CoversClass(Statements::class)]
final class MeasuresTest extends TestCase
{
    private const CODE = [
        'src/Adverts/Web/Page.php' => <<<'PHP'
            <?php
            namespace Jorvent\Adverts\Web;
            use Jorvent\Offers\Desk;
            final class Page
            {
                public function __construct(Desk $a, Desk $b, Desk $c, Desk $d, Desk $e, Desk $f, Desk $g, Desk $h, Desk $i)
                {
                    $this->rows('SELECT id FROM '.$table.' WHERE x = 1'
                        .' AND y = 2');
                    $this->rows("UPDATE offer SET state = '$state'");
                    $this->say('Select one from the list');
                }
            }
            PHP,
        'src/Offers/Desk.php' => <<<'PHP'
            <?php
            namespace Jorvent\Offers;
            use Jorvent\Platform\Db;
            use Jorvent\Core\Shared\Refused;
            final class Desk
            {
                public function go(): void
                {
                    new \Jorvent\Adverts\Web\Page();
                    $this->rows("SELECT 1 FROM offer JOIN board ON true FOR UPDATE");
                    $this->rows("INSERT INTO offer (a) VALUES (1) ON CONFLICT DO UPDATE SET a = 2");
                }
                public function branches(int $a): int
                {
                    return $a > 1 && $a > 2 && $a > 3 && $a > 4 && $a > 5 && $a > 6 && $a > 7 && $a > 8 || $a > 9
                        || $a > 10 || $a > 11 || $a > 12 || $a > 13 || $a > 14 || $a > 15 || $a > 16 ? 1 : 2;
                }
            }
            PHP,
        'src/Platform/Db.php' => "<?php\nnamespace Jorvent\\Platform;\nuse Jorvent\\Core\\Shared\\Refused;\nfinal class Db\n{\n}\n",
        'templates/a.html.twig' => "short\n",
        'assets/a.js' => '// the Skerry Line',
    ];

    private string $root = '';

    protected function setUp(): void
    {
        $this->root = sys_get_temp_dir().'/measures-'.bin2hex(random_bytes(6));
        foreach (['tests', 'migrations', 'config', 'translations'] as $folder) {
            mkdir($this->root.'/'.$folder, recursive: true);
        }
        $comments = '// '.str_repeat('é', 118)."\n// ".str_repeat('é', 117)."\n";
        $long = ['src/Platform/Long.php' => "<?php\nnamespace Jorvent\\Platform;\n".$comments];
        $long['templates/b.html.twig'] = str_repeat('x', 141)."\n";
        foreach (self::CODE + $long as $path => $text) {
            @mkdir(\dirname($this->root.'/'.$path), recursive: true);
            file_put_contents($this->root.'/'.$path, $text);
        }
    }

    protected function tearDown(): void
    {
        exec('rm -rf '.escapeshellarg($this->root));
    }

    public function testWhatIsMeasured(): void
    {
        $figures = (new Figures($this->root))->all();
        self::assertSame([
            'long PHP lines' => 1, 'longest PHP line' => 121, 'long Twig lines' => 1, 'longest Twig line' => 141,
            'long methods' => 1, 'wide constructors' => 1,
            'module pairs' => 1, 'modules in cycles' => 2, 'modules that Platform imports' => 0, 'files in a folder' => 2,
            'SQL statements' => 4, 'SQL statements in Web' => 2, 'SQL statements that write' => 2,
            'reads of other modules' => 1, 'writes to other modules' => 1,
            'tables without entity' => 0, 'columns without property' => 0, 'demo named' => 1,
        ], $figures);
    }

    public function testAFigureSaysWhatItIsMadeOf(): void
    {
        $figures = new Figures($this->root);
        $figures->all();
        self::assertSame(['   1 src/Offers/Desk.php branches'], $figures->where('long methods'));
        self::assertSame(['Adverts and Offers'], $figures->where('module pairs'));
        self::assertSame(['   1 src/Adverts/Web/Page.php'], $figures->where('writes to other modules'));
    }

    public function testTablesOfAStatement(): void
    {
        self::assertSame([], Statements::written('SELECT 1 FROM a JOIN b ON true FOR UPDATE OF a'));
        self::assertSame(['a'], Statements::written('INSERT INTO a (x) SELECT x FROM b ON CONFLICT (x) DO UPDATE SET x = 1'));
        self::assertSame(['b', 'n', 'c'], Statements::read('WITH n AS (SELECT 1 FROM b) SELECT 1 FROM n LEFT JOIN LATERAL c ON true'));
    }
}
