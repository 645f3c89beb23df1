<?php

declare(strict_types=1);

namespace Jorvent\Bench;

use Doctrine\DBAL\Connection;
use Jorvent\Demo\Pool;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\Postings;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Fills the database with made-up people to measure with; several may fill different segments at once. */
#[AsCommand('jorvent:pool', 'Adds a great many made-up people, to measure with.')]
final class PoolCommand extends Command
{
    private float $made = 0.0;

    public function __construct(private readonly Db $db, private readonly Connection $connection, private readonly Postings $postings, private readonly ClockInterface $clock)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('people', null, InputOption::VALUE_REQUIRED, 'how many', '1000')->addOption('part', null, InputOption::VALUE_REQUIRED, 'this part of so many, as 0/2', '0/1')->addOption('index', null, InputOption::VALUE_NONE, 'index them; they are there already');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $people = is_numeric($input->getOption('people')) ? (int) $input->getOption('people') : 0;
        if (!\is_string($input->getOption('part')) || 1 !== preg_match('#^(\d)/(\d)$#', $input->getOption('part'), $m)) {
            $output->writeln('--part is written as 0/2.');

            return Command::FAILURE;
        }
        $towns = array_map(static fn ($r): array => [$r->str('name'), $r->str('country')], $this->db->rows('SELECT names[1] AS name, country FROM town ORDER BY id'));
        $pool = new Pool($towns, $this->clock->now()->setTime(0, 0));
        $started = microtime(true);
        // the first segment is the demo world's
        for ($seg = 1; $seg <= (int) ceil($people / Bits::SEGMENT); ++$seg) {
            if ($seg % (int) $m[2] !== (int) $m[1]) {
                continue;
            }
            $last = min(($seg + 1) << 16, (1 << 16) + $people);
            $this->db->transaction(fn () => true === $input->getOption('index') ? $this->postings->segment($seg, (function () use ($pool, $seg, $last): \Generator {
                for ($id = $seg << 16; $id < $last; ++$id) {
                    $at = hrtime(true);
                    $profile = $pool->person($id)['profile'];
                    $this->made += (hrtime(true) - $at) / 1e9;
                    yield $id => $profile();
                }
            })()) : $this->insert($pool, $seg << 16, $last));
            $output->writeln(\sprintf('    %6.1f s  segment %d', microtime(true) - $started, $seg).($this->made > 0 ? \sprintf(', of it %.1f s to make the people up', $this->made) : ''));
        }

        return Command::SUCCESS;
    }

    private function insert(Pool $pool, int $from, int $to): void
    {
        $cell = static fn (?string $v): string => null === $v ? '\\N' : strtr($v, ['\\' => '\\\\', "\t" => '\\t', "\n" => '\\n', "\r" => '\\r']);
        $candidates = $resumes = $columns = [];
        for ($id = $from; $id < $to; ++$id) {
            ['candidate' => $candidate, 'resume' => $resume] = $pool->person($id);
            $columns = array_keys($candidate);
            $candidates[] = $id."\t".implode("\t", array_map($cell, $candidate));
            $resumes[] = $id."\ttext/plain\tcv.txt\t".\strlen($resume['text'])."\t".$cell($resume['text'])."\t".$candidate['created_at']."\t".$cell($resume['reading']);
            if (\count($candidates) >= 4_000 || $id === $to - 1) {
                $this->copy('candidate', $candidates, 'id,'.implode(',', $columns));
                $this->copy('resume', $resumes, 'candidate_id,media_type,file_name,size,text,created_at,reading');
                $candidates = $resumes = [];
            }
        }
    }

    /** @param list<string> $rows */
    private function copy(string $table, array $rows, string $columns): void
    {
        $pdo = $this->connection->getNativeConnection();
        if (!$pdo instanceof \PDO || !$pdo->pgsqlCopyFromArray($table, $rows, "\t", '\\\\N', $columns)) {
            throw new \RuntimeException('The database did not take the rows of '.$table.'.');
        }
    }
}
