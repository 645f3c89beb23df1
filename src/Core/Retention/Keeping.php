<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/**
 * How long someone's data may be kept, and what is due. The longest ground holds. Nobody is erased for lack of an answer to a question that never
 * reached them: then an admin is asked, and has a month.
 */
final readonly class Keeping
{
    /** Who was asked has so many days to answer, also when the asking was late. */
    public const GRACE_DAYS = 14;
    /** An admin who is asked instead has so many. */
    public const ADMIN_DAYS = 30;

    /** @param \DateTimeImmutable|null $until the last day; null as long as a ground lasts */
    private function __construct(public ?\DateTimeImmutable $until)
    {
    }

    /** @param non-empty-list<Ground> $grounds */
    public static function of(array $grounds): self
    {
        $until = $grounds[0]->until;
        foreach ($grounds as $ground) {
            if (null === $until || null === $ground->until) {
                return new self(null);
            }
            $until = max($until, $ground->until);
        }

        return new self($until);
    }

    /** @param bool $can whether there is an address to ask at */
    public function step(Rules $rules, \DateTimeImmutable $today, Asked $asked, bool $can): Step
    {
        if (null === $this->until || $today < $this->until->modify('-'.$rules->askDays.' days')) {
            return Step::Keep;
        }
        if ($can && null === $asked->at) {
            return Step::Ask;
        }
        $last = $this->last($asked);
        if (null === $last) {
            // until the day itself the question may yet arrive
            return $today > $this->until ? Step::AskAdmin : Step::Wait;
        }

        return $today > $last ? Step::Erase : Step::Wait;
    }

    /** @return \DateTimeImmutable|null the last day they or an admin may answer; null while nobody has been reached */
    public function last(Asked $asked): ?\DateTimeImmutable
    {
        if (null === $this->until) {
            return null;
        }
        $after = static fn (\DateTimeImmutable $at, int $days): \DateTimeImmutable => $at->setTime(0, 0)->modify('+'.$days.' days');

        return match (true) {
            null !== $asked->delivered => max($this->until, $after($asked->delivered, self::GRACE_DAYS)),
            null !== $asked->admin => max($this->until, $after($asked->admin, self::ADMIN_DAYS)),
            default => null,
        };
    }
}
