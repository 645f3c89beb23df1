<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Resume\Reader;
use Jorvent\People\Extract\ReadingProcess;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;

/** What the text of a resume says, read in the limited process with the words the dictionary knows. */
final readonly class ReadText
{
    private const SECONDS = 15;

    public function __construct(
        private ReadingProcess $process,
        private Dictionary $dictionary,
        private ClockInterface $clock,
        private LoggerInterface $logger,
    ) {
    }

    /** Of a text that is not read within the time nothing is known: the resume stays, and a person reads it. */
    public function __invoke(string $text): ReadResult
    {
        return $this->read($text, $this->dictionary->learned());
    }

    /** As it is read by whoever knows no words of ours: what another database shows. */
    public function plain(string $text): ReadResult
    {
        return $this->read($text, Dictionary::NOTHING_LEARNED);
    }

    /** @param array{titles: list<string>, employers: list<string>, schools: list<string>} $learned */
    private function read(string $text, array $learned): ReadResult
    {
        $job = ['text' => $text, 'today' => $this->clock->now()->format('Y-m-d'), 'learned' => $learned];
        $reading = $this->process->ask($job, self::SECONDS)['reading'] ?? null;
        if (!\is_array($reading)) {
            $this->logger->warning('The text of a resume was not read within the limits.', ['characters' => mb_strlen($text)]);
            $reading = (new Reader())->read('', $this->clock->now())->toArray();
        }

        return new ReadResult($reading);
    }
}
