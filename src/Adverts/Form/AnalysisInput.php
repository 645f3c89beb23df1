<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Form;

use Jorvent\Adverts\AnalysisBy;
use Jorvent\Core\Adverts\Attribution;

/** Which adverts are analysed, and how. */
final class AnalysisInput
{
    public ?AnalysisBy $by = AnalysisBy::Board;
    public ?\DateTimeImmutable $from;
    public ?\DateTimeImmutable $to;
    public ?Attribution $how = Attribution::Last;

    public function __construct(\DateTimeImmutable $today)
    {
        $this->from = $today->modify('-12 months');
        $this->to = $today;
    }

    public function by(): AnalysisBy
    {
        return $this->by ?? AnalysisBy::Board;
    }

    public function how(): Attribution
    {
        return $this->how ?? Attribution::Last;
    }

    /** @return array<string, string> as an address says it */
    public function parameters(): array
    {
        return [
            'by' => $this->by()->value,
            'from' => $this->from?->format('Y-m-d') ?? '',
            'to' => $this->to?->format('Y-m-d') ?? '',
            'how' => $this->how()->value,
        ];
    }
}
