<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Delivers one kind of thing. May be run twice for the same item and must then do nothing new. What it writes to the database is committed together with the item's new state. */
#[AutoconfigureTag]
interface Carrier
{
    public function kind(): string;

    /**
     * @throws NotNow        when the other side did not answer or asked to wait: tried again later
     * @throws NotBefore     when it is no use asking yet: put off without a try
     * @throws RefusedByThem when the other side said no: trying again unchanged is no use
     */
    public function deliver(Item $item): void;
}
