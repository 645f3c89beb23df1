<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\Note;
use Jorvent\People\Entity\Tag;
use Jorvent\People\Entity\TagOfPerson;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** What is set about a person by hand and used everywhere: tags, notes, what they told, whether they are contacted. */
final readonly class PersonRecord
{
    public const MOST_TAGS = 30;

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private IndexCandidate $index,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @param list<string> $names one is made when there is none of that name, whatever its capitals */
    public function tag(int $candidate, array $names, int $by): void
    {
        $names = self::words($names);
        if ([] === $names) {
            throw Refused::because('missing', 'tag');
        }
        $this->db->again(function () use ($candidate, $names, $by): void {
            $person = $this->candidates->held($candidate);
            $had = $this->candidates->tagsOf($person);
            if (self::MOST_TAGS < \count($names) + \count($had)) {
                throw Refused::because('too_many_tags', 'tag', ['limit' => self::MOST_TAGS]);
            }
            foreach ($names as $name) {
                $tag = $this->tagCalled($name);
                if (!isset($had[$tag->id])) {
                    $had[$tag->id] = new TagOfPerson($person, $tag, $by, $this->clock->now());
                    $this->candidates->add($had[$tag->id]);
                }
            }
            ($this->index)($candidate);
            $this->log->record('candidate.tagged', 'candidate', $candidate, null, $candidate, ['tags' => $names]);
        });
    }

    public function untag(int $candidate, int $tag): void
    {
        $this->db->transaction(function () use ($candidate, $tag): void {
            $had = $this->candidates->tagsOf($this->candidates->held($candidate))[$tag] ?? null;
            if (null !== $had) {
                $this->candidates->untag($had);
            }
            ($this->index)($candidate);
        });
    }

    /** Found by "note:" alone. */
    public function note(int $candidate, string $text, int $by): void
    {
        $this->change($candidate, 'candidate.noted', function (Candidate $person) use ($text, $by): void {
            $this->candidates->add(new Note($person, trim($text), $by, $this->clock->now()));
        });
    }

    /**
     * What they told that stands in no resume.
     *
     * @param list<string> $permits   countries (ISO 3166)
     * @param bool|null    $remote    null where it is not told
     * @param bool         $considers they said today that they would consider a change
     */
    public function told(int $candidate, array $permits, ?bool $remote, ?bool $moves, bool $considers): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        $tell = static fn (Candidate $person) => $person->tell($permits, $remote, $moves, $considers, $today);
        $this->change($candidate, 'candidate.told_us', $tell);
    }

    /** @param \DateTimeImmutable|null $until null to lift it */
    public function bar(int $candidate, ?\DateTimeImmutable $until, string $note): void
    {
        $today = $this->clock->now()->setTime(0, 0);
        null === $until
            ? $this->change($candidate, 'candidate.bar_lifted', static fn (Candidate $person) => $person->liftBar())
            : $this->change(
                $candidate, 'candidate.barred',
                static fn (Candidate $person) => $person->bar($today, $until, trim($note)),
                ['until' => $until->format('Y-m-d')],
            );
    }

    /** Someone brought in from outside was told so by hand. */
    public function toldThem(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            if ($this->candidates->held($candidate)->wasTold()) {
                $this->log->record('candidate.told', 'candidate', $candidate, null, $candidate);
            }
        });
    }

    /** Whoever asked that their interest be kept quiet is seen by those alone who work on their requisitions. */
    public function confide(int $candidate, bool $confidential): void
    {
        $this->db->transaction(function () use ($candidate, $confidential): void {
            if ($this->candidates->held($candidate)->confide($confidential)) {
                $this->log->record('candidate.confidential', 'candidate', $candidate, null, $candidate, [
                    'confidential' => $confidential,
                ]);
            }
        });
    }

    /**
     * @param callable(Candidate): mixed   $how
     * @param array<string, string>        $change told in the log
     */
    private function change(int $candidate, string $act, callable $how, array $change = []): void
    {
        $this->db->transaction(function () use ($candidate, $act, $how, $change): void {
            $how($this->candidates->held($candidate));
            $this->candidates->write();
            ($this->index)($candidate);
            $this->log->record($act, 'candidate', $candidate, null, $candidate, $change);
        });
    }

    private function tagCalled(string $name): Tag
    {
        $tag = $this->candidates->tag($name);
        if (null === $tag) {
            $tag = new Tag($name);
            $this->candidates->add($tag);
        }

        return $tag;
    }

    /**
     * @param list<string> $names
     *
     * @return list<string> without those that are empty or the same
     */
    private static function words(array $names): array
    {
        $words = [];
        foreach ($names as $name) {
            $word = trim((string) preg_replace('/\s+/u', ' ', $name));
            $words[mb_strtolower($word)] ??= $word;
        }
        unset($words['']);

        return array_values($words);
    }
}
