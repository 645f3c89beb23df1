<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('jorvent:candidates:export', 'Writes everyone who can be found as JSON Resume, one in a line, with our number in meta.')]
final class CandidatesExport extends Command
{
    private const PIECE = 500;

    public function __construct(private readonly Db $db, private readonly ResumeOut $out)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'where to; must not exist yet')->addOption('array', null, InputOption::VALUE_NONE, 'as one array instead of lines');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('file');
        $file = \is_string($path) ? @fopen($path, 'x') : false;
        if (false === $file) {
            $output->writeln('That file is there already, or can not be written.');

            return Command::FAILURE;
        }
        $array = true === $input->getOption('array');
        $count = 0;
        fwrite($file, $array ? '[' : '');
        for ($after = 0; [] !== $rows = $this->db->rows('SELECT id FROM candidate WHERE id > :after AND erased_at IS NULL AND merged_into IS NULL AND claims IS NULL ORDER BY id LIMIT '.self::PIECE, ['after' => $after]);) {
            foreach ($rows as $row) {
                $after = $row->int('id');
                $one = $this->out->of($after);
                if (null !== $one) {
                    $one['meta'] = ['jorvent' => ['candidate' => $after]] + (\is_array($one['meta'] ?? null) ? $one['meta'] : []);
                    fwrite($file, ($array && $count > 0 ? ',' : '').json_encode($one, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_INVALID_UTF8_SUBSTITUTE)."\n");
                    ++$count;
                }
            }
        }
        fwrite($file, $array ? "]\n" : '');
        fclose($file);
        $output->writeln($count.' people.');

        return Command::SUCCESS;
    }
}
