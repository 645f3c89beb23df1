<?php

declare(strict_types=1);

namespace Jorvent\Outside\Records;

/** The system that keeps who works for us. */
interface HrRecords
{
    /**
     * @param array<string, string> $person
     * @param string                $key    recognises the same person sent twice
     *
     * @return string the person's number there
     *
     * @throws \Jorvent\Platform\Delivery\NotNow|\Jorvent\Platform\Delivery\RefusedByThem
     */
    public function create(array $person, string $key): string;
}
