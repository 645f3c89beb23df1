<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Extract\Broken;
use Jorvent\People\Extract\JsonResume;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Psr\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Each resume is kept as the file it is, so that nothing it says is lost, and read as any other. Who is known by the address gets it as their newest; the same resume twice is taken once. */
#[AsCommand('jorvent:candidates:import', 'Reads people from JSON Resume: an array, one resume, or one in each line.')]
final class CandidatesImport extends Command
{
    public function __construct(private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly ClockInterface $clock, private readonly FileStore $files, private readonly AddResume $add, private readonly KnownBy $known, private readonly ActivityLog $log)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $path = $input->getArgument('file');
        if (!\is_string($path) || !is_file($path)) {
            $output->writeln('There is no such file.');

            return Command::FAILURE;
        }
        $counts = ['new' => 0, 'known' => 0, 'same' => 0];
        $wrong = 0;
        foreach (self::resumes($path) as $place => $one) {
            try {
                ++$counts[$this->take($one)];
            } catch (Broken|\JsonException) {
                ++$wrong;
                $output->writeln("$place: this is no JSON Resume.");
            }
        }
        $output->writeln(\sprintf('%d new, %d known, %d there already, %d not taken.', $counts['new'], $counts['known'], $counts['same'], $wrong));

        return 0 === $wrong ? Command::SUCCESS : Command::FAILURE;
    }

    /** @return \Generator<string, mixed> by where it stands */
    private static function resumes(string $path): \Generator
    {
        $file = fopen($path, 'r') ?: throw new \RuntimeException('It can not be read.');
        $first = ltrim((string) fgets($file));
        $line = json_decode($first, true);
        if (\is_array($line) && !array_is_list($line)) {
            for ($n = 1; false !== $first; ++$n) {
                if ('' !== trim($first)) {
                    yield 'line '.$n => json_decode($first, true);
                }
                $first = fgets($file);
            }

            return;
        }
        $all = json_decode((string) file_get_contents($path), true);
        foreach (\is_array($all) && array_is_list($all) ? $all : [$all] as $i => $one) {
            yield 'number '.($i + 1) => $one;
        }
    }

    /** @return 'new'|'known'|'same' */
    private function take(mixed $resume): string
    {
        if (!\is_array($resume)) {
            throw new Broken('file_not_a_resume');
        }
        // our own number is no part of what the person says
        if (\is_array($resume['meta'] ?? null)) {
            unset($resume['meta']['jorvent']);
            $resume = [] === $resume['meta'] ? array_diff_key($resume, ['meta' => 0]) : $resume;
        }
        $json = json_encode($resume, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
        $text = mb_substr(trim(JsonResume::text($json)), 0, ReadResume::MAX_TEXT);
        $basics = \is_array($resume['basics'] ?? null) ? $resume['basics'] : [];
        $location = \is_array($basics['location'] ?? null) ? $basics['location'] : [];
        $said = static fn (array $of, string $key): ?string => \is_string($of[$key] ?? null) && '' !== trim($of[$key]) ? mb_substr(trim($of[$key]), 0, 200) : null;
        $email = $said($basics, 'email');
        $name = $said($basics, 'name') ?? $email ?? throw new Broken('file_not_a_resume');

        return $this->db->transaction(function () use ($json, $text, $said, $basics, $location, $email, $name): string {
            $known = $this->known->address($email ?? '');
            $sha = $this->files->put($json);
            if (0 !== $this->db->int('SELECT count(*) FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE r.file_sha256 = :sha AND c.erased_at IS NULL', ['sha' => $sha])) {
                return 'same';
            }
            $id = $known;
            if (null === $id) {
                $candidate = new Candidate($name, $email, $said($basics, 'phone'), $said($location, 'city'), 'Europe/Oslo', 'en', 'dropped', null, $this->clock->now());
                $candidate->describe($said($basics, 'label') ?? '', null, null, $this->clock->now());
                $country = $said($location, 'countryCode') ?? '';
                $candidate->liveIn(1 === preg_match('/^[A-Z]{2}$/D', $country) ? $country : null);
                $this->entities->persist($candidate);
                $this->entities->flush();
                $id = $candidate->id;
                $this->log->record('candidate.dropped_in', 'candidate', $id, null, $id);
            }
            ($this->add)($id, new ResumeFile($sha, 'application/json', 'resume.json', \strlen($json), $text));
            $this->entities->clear();

            return null === $known ? 'new' : 'known';
        });
    }
}
