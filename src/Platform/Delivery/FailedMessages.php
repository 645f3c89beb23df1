<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Messenger\Transport\Receiver\ListableReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/** The failure transport, of which messages go that were sent again or given up. */
final readonly class FailedMessages
{
    public function __construct(#[Autowire(service: 'messenger.transport.failed')] private TransportInterface $transport)
    {
    }

    /** @param list<string> $keys of deliveries */
    public function remove(array $keys): void
    {
        $keys = array_flip($keys);
        if ([] === $keys || !$this->transport instanceof ListableReceiverInterface) {
            return;
        }
        foreach ($this->transport->all() as $envelope) {
            if (isset($keys[$envelope->last(DeliveryStamp::class)->key ?? ''])) {
                $this->transport->reject($envelope);
            }
        }
    }
}
