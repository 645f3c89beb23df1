<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Refusals;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Contracts\Translation\TranslatorInterface;

/** What happens to a transaction, and to the entities in it, when something is refused. */
#[CoversClass(Db::class)]
#[CoversClass(Refusals::class)]
final class TransactionTest extends DatabaseTest
{
    public function testAViolatedConstraintIsARefusalAndTheManagerGoesOn(): void
    {
        $one = $this->db()->row("SELECT id, candidate_id, requisition_id FROM application WHERE state = 'active' ORDER BY id LIMIT 1");
        self::assertNotNull($one);
        $twice = fn () => $this->db()->transaction(function () use ($one): void {
            $known = $this->entities()->find(Application::class, $one->int('id'));
            self::assertInstanceOf(Application::class, $known);
            $this->entities()->persist(clone $known);
        });
        self::assertSame(['already_in_pipeline'], $this->refused($twice));
        self::assertTrue($this->entities()->isOpen());
        $of = ['c' => $one->int('candidate_id'), 'r' => $one->int('requisition_id')];
        self::assertSame(1, $this->int('SELECT count(*) FROM application WHERE candidate_id = :c AND requisition_id = :r', $of));
        $again = $this->entities()->find(Application::class, $one->int('id'));
        self::assertInstanceOf(Application::class, $again, 'the same manager reads on');
    }

    public function testAnActMayHaveOneWordForWhateverIsViolated(): void
    {
        $name = (string) $this->db()->row('SELECT name FROM site ORDER BY id LIMIT 1')?->str('name');
        $rename = fn (?string $clash): \Closure => fn () => $this->db()->transaction(
            fn () => $this->db()->execute('UPDATE site SET name = :n WHERE id = (SELECT max(id) FROM site)', ['n' => $name]), $clash,
        );
        self::assertSame(['name name_taken'], $this->refused($rename(null)));
        self::assertSame(['merge_clash'], $this->refused($rename('merge_clash')));
    }

    public function testARefusalUndoesAllOfItAndAFaultStaysAFault(): void
    {
        $rename = fn (string $sql): \Closure => fn () => $this->db()->transaction(function () use ($sql): void {
            $this->db()->execute("UPDATE site SET name = 'Nowhere' WHERE id = 1");
            '' === $sql ? throw Refused::because('missing') : $this->db()->execute($sql);
        });
        self::assertSame(['missing'], $this->refused($rename('')));
        self::assertSame(0, $this->int("SELECT count(*) FROM site WHERE name = 'Nowhere'"));
        $this->expectException(\Doctrine\DBAL\Exception\DriverException::class);
        $rename('UPDATE site SET currency = NULL WHERE id = 1')();
    }

    public function testWhoMeetsTheSameRowOfAnotherDoesTheWorkOnceMore(): void
    {
        $tries = 0;
        $name = (string) $this->db()->row('SELECT name FROM site ORDER BY id LIMIT 1')?->str('name');
        $meet = function () use (&$tries, $name): string {
            if (1 === ++$tries) {
                $this->db()->execute('UPDATE site SET name = :n WHERE id = (SELECT max(id) FROM site)', ['n' => $name]);
            }

            return 'found';
        };
        self::assertSame(['found', 2], [$this->db()->again($meet), $tries]);
        $refuse = function () use (&$tries): void {
            $this->db()->again(static function () use (&$tries): never {
                ++$tries;
                throw Refused::because('missing');
            });
        };
        self::assertSame([['missing'], 3], [$this->refused($refuse), $tries], 'what a rule refuses is refused at once');
    }

    public function testEveryConstraintThatIsNamedIsThereAndItsRefusalHasAText(): void
    {
        $words = $this->get(TranslatorInterface::class);
        foreach (Refusals::BY_CONSTRAINT as $constraint => [, $code]) {
            $there = $this->int("SELECT count(*) FROM pg_class WHERE relname = :c AND relkind = 'i'", ['c' => $constraint]);
            self::assertSame(1, $there, $constraint);
            self::assertNotSame('refusal.'.$code, $words->trans('refusal.'.$code), $code);
        }
    }
}
