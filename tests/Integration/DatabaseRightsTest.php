<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Dotenv\Dotenv;

/** What the role that the application signs on as can not do, tried in the database of the instance that is served. */
#[CoversNothing]
final class DatabaseRightsTest extends TestCase
{
    private const REFUSED = [
        'change the log' => "UPDATE activity SET act = 'x'",
        'take out of the log' => 'DELETE FROM activity',
        'empty the log' => 'TRUNCATE activity',
        'switch off what protects the log' => 'ALTER TABLE activity DISABLE TRIGGER ALL',
        'switch off all triggers' => "SET session_replication_role = 'replica'",
        'change the chain' => "UPDATE activity_chain SET hash = ''",
        'take out of the chain' => 'DELETE FROM activity_chain',
        'change what proves erasing' => 'UPDATE tombstone SET remains = 0',
        'take out what proves erasing' => 'DELETE FROM tombstone',
        'drop a table' => 'DROP TABLE activity CASCADE',
        'make a table' => 'CREATE TABLE public.mine (id int)',
        'make a function' => "CREATE FUNCTION public.mine() RETURNS int LANGUAGE sql AS 'SELECT 1'",
        'add an extension' => 'CREATE EXTENSION dblink',
        'hand a table over' => 'ALTER TABLE activity OWNER TO jorvent_app',
        'run a program' => "COPY (SELECT 1) TO PROGRAM 'id'",
        'write a file' => "COPY (SELECT 1) TO '/tmp/jorvent-out'",
        'read a file' => "SELECT pg_read_file('/etc/passwd')",
        'take a file in' => "SELECT lo_import('/etc/passwd')",
        'become the owner' => 'SET ROLE jorvent_owner',
        'become who runs the cluster' => 'SET ROLE jorvent',
        'make a role' => 'CREATE ROLE mine SUPERUSER',
        'change a password' => "ALTER ROLE jorvent_owner PASSWORD 'x'",
        'set what holds for all' => "ALTER SYSTEM SET fsync = 'off'",
        'end others' => "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE usename = 'jorvent'",
        'say that a migration ran' => "INSERT INTO migration (version) VALUES ('x')",
        'read passwords' => 'SELECT passwd FROM pg_shadow',
    ];

    public function testTheRoleOfTheApplicationChangesDataAndNothingElse(): void
    {
        $db = $this->connect();
        foreach (self::REFUSED as $what => $sql) {
            $db->beginTransaction();
            try {
                $statement = $db->query($sql);
                // ending nobody is no right either: the sessions of others are not even seen
                $rows = 'end others' === $what ? $statement : null;
                self::assertSame([], $rows instanceof \PDOStatement ? $rows->fetchAll() : ['done'], "it could $what");
            } catch (\PDOException $e) {
                self::assertContains($e->getCode(), ['42501', '0A000', '25001'], "$what: ".$e->getMessage());
            } finally {
                $db->rollBack();
            }
        }
    }

    public function testItReadsAndChangesEveryOtherTable(): void
    {
        $db = $this->connect();
        $only = ['activity' => 'arx', 'activity_chain' => 'arx', 'tombstone' => 'arx', 'migration' => 'r'];
        $tables = self::ask($db, "SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY 1");
        self::assertGreaterThan(100, \count($tables));
        foreach ($tables as $table) {
            foreach (['SELECT' => true, 'INSERT' => 'migration' !== $table, 'UPDATE' => !isset($only[$table]), 'DELETE' => !isset($only[$table]), 'TRUNCATE' => false] as $right => $may) {
                self::assertSame($may ? '1' : '', self::ask($db, "SELECT has_table_privilege('public.$table', '$right')")[0] ?? '', "$right on $table");
            }
        }
    }

    /** @return list<string> the first column */
    private static function ask(\PDO $db, string $sql): array
    {
        $statement = $db->query($sql);
        self::assertInstanceOf(\PDOStatement::class, $statement);

        return array_values(array_map(static fn (mixed $v): string => \is_scalar($v) ? (string) $v : '', $statement->fetchAll(\PDO::FETCH_COLUMN)));
    }

    private function connect(): \PDO
    {
        $env = (new Dotenv())->parse((string) file_get_contents((string) getenv('JORVENT_BROWSER_ENV')));
        $address = $env['DATABASE_URL'] ?? '';
        $url = parse_url(\is_string($address) ? $address : '');
        self::assertIsArray($url);
        self::assertSame('jorvent_app', $url['user'] ?? null);

        return new \PDO(\sprintf('pgsql:host=%s;port=%d;dbname=%s', $url['host'] ?? '', $url['port'] ?? 0, ltrim($url['path'] ?? '', '/')), $url['user'] ?? '', $url['pass'] ?? '', [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
    }
}
