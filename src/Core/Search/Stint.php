<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Resume\Kinds;

/** One job as a search sees it. Months count from year 0 (12 · year + month − 1). */
final readonly class Stint
{
    public ?string $work;
    public ?string $industry;

    /**
     * @param int|null $from first month; null when it is not told
     * @param int|null $to   last month; null when ongoing or not told
     * @param string   $text what was done there, as they tell it
     */
    public function __construct(public string $title, public string $employer, public ?int $from, public ?int $to, public bool $ongoing = false, public string $text = '')
    {
        $this->work = Kinds::of($title, Kinds::WORK);
        $this->industry = Kinds::of($employer, Kinds::EMPLOYERS);
    }

    /** Months in it, first and last counted; null when an end is not told. */
    public function months(int $now): ?int
    {
        $to = $this->ongoing ? $now : $this->to;

        return null === $this->from || null === $to ? null : max(0, $to - $this->from + 1);
    }
}
