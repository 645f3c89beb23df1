<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

/** How long someone's data may be kept, and what is due. The longest ground holds; nobody is erased who could have been asked and was not. */
final readonly class Keeping
{
    /** Who was asked has so many days to answer, also when the asking was late. */
    public const GRACE_DAYS = 14;

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

    /**
     * @param \DateTimeImmutable|null $asked when they were asked about this end, if they were
     * @param bool                    $can   whether there is an address to ask at
     */
    public function step(Rules $rules, \DateTimeImmutable $today, ?\DateTimeImmutable $asked, bool $can): Step
    {
        if (null === $this->until || $today < $this->until->modify('-'.$rules->askDays.' days')) {
            return Step::Keep;
        }
        if ($can && null === $asked) {
            return Step::Ask;
        }
        $last = null === $asked ? $this->until : max($this->until, $asked->setTime(0, 0)->modify('+'.self::GRACE_DAYS.' days'));

        return $today > $last ? Step::Erase : Step::Wait;
    }
}
