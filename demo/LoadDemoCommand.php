<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Read\AdvertQuery;
use Jorvent\Offers\Letter;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\People\IndexCandidate;
use Jorvent\Pipeline\RateApplicants;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Reference\ImportHolidays;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Store\LastSearchStore;
use Psr\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;

#[AsCommand('jorvent:demo', 'Loads the demo world into an empty database.')]
final class LoadDemoCommand extends Command
{
    public const PASSWORD = 'skerry';

    public function __construct(private readonly Db $db, private readonly Letter $letter, private readonly FileStore $files, private readonly ClockInterface $clock, private readonly PasswordHasherFactoryInterface $hashers, private readonly EntityManagerInterface $entities, private readonly UnitStore $units, private readonly ReachList $reach, private readonly IndexCandidate $index, private readonly ImportHolidays $holidays, private readonly ExchangeRates $rates, private readonly Boards $boards, private readonly AdvertQuery $adverts, private readonly LastSearchStore $searches, private readonly FactsQuery $requisitions, private readonly RateApplicants $rate, #[Autowire('%env(STANDIN_URL)%')] private readonly string $outside)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('size', null, InputOption::VALUE_REQUIRED, 'small or large', 'small');
        $this->addOption('people', null, InputOption::VALUE_REQUIRED, 'so many candidates more', '0');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (0 !== $this->db->int('SELECT count(*) FROM account')) {
            $output->writeln('The database is not empty; nothing was loaded.');

            return Command::FAILURE;
        }
        $started = microtime(true);
        $tell = static fn (string $what) => $output->writeln(\sprintf('    %5.1f s  %s', microtime(true) - $started, $what));
        $world = new World($this->db, $this->letter, $this->files, $this->entities, $this->units, $this->reach, $this->index, $this->holidays, $this->rates, new Postings($this->boards, $this->adverts, $this->entities), $this->searches, $this->outside, $this->clock->now(), $this->hashers->getPasswordHasher(Account::class)->hash(self::PASSWORD));
        $people = $input->getOption('people');
        $world->load('large' === $input->getOption('size'), $tell, is_numeric($people) ? (int) $people : 0);
        $tell('fit of applicants');
        foreach ($this->requisitions->all() as $requisition) {
            ($this->rate)($requisition);
        }
        $tell('done');

        return Command::SUCCESS;
    }
}
