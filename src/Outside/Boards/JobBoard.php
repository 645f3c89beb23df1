<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;

/** A place where adverts are posted. */
interface JobBoard
{
    public function key(): string;

    public function name(): string;

    public function rules(): BoardRules;

    /**
     * @param string $key recognises a second posting of the same
     *
     * @throws \Jorvent\Platform\Outbox\NotNow|\Jorvent\Platform\Outbox\RefusedByThem
     */
    public function post(Advert $advert, string $applyUrl, ?\DateTimeImmutable $until, string $key): PostedAdvert;

    /** @throws \Jorvent\Platform\Outbox\NotNow|\Jorvent\Platform\Outbox\RefusedByThem */
    public function withdraw(string $ref): void;
}
