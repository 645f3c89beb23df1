<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support\Actors;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Events;
use Jorvent\Messages\Message\SendMail;
use Jorvent\Offers\Message\ReportHire;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Content;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\Entity\Delivery;
use Jorvent\Platform\Delivery\Entity\DeliveryState;
use Jorvent\Platform\Delivery\Message\Transport;
use Jorvent\Tests\Support\MessageWorker;
use Psr\Container\ContainerInterface;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Mailer\Event\SentMessageEvent;
use Symfony\Component\Messenger\Event\WorkerMessageHandledEvent;
use Symfony\Component\Messenger\Event\WorkerMessageReceivedEvent;

/** Workers that hand letters over, and die at a chosen point. */
final readonly class Letters
{
    public function __construct(
        private ContainerInterface $container,
        private Db $db,
        private Deliveries $deliveries,
        private EventDispatcherInterface $events,
        private EntityManagerInterface $entities,
    ) {
    }

    public function put(string $to, int $count): string
    {
        $this->clear();
        for ($i = 0; $i < $count; ++$i) {
            $key = 'crash-'.$to.'-'.$i;
            $content = new Content(['to' => $to, 'name' => 'A', 'subject' => "Number $i", 'text' => 'Text']);
            $this->deliveries->add(new SendMail($key), $key, new About('candidate', 1, null, 1), $content);
        }

        return 'ready';
    }

    /** A hire whose number is asked for, over HTTP, as if it had not been told yet. */
    public function hire(string $to): string
    {
        $hire = $this->db->int('SELECT min(id) FROM hire WHERE record_number IS NOT NULL');
        $this->db->execute('UPDATE hire SET record_number = NULL WHERE id = :h', ['h' => $hire]);
        $this->clear();
        $this->deliveries->add(new ReportHire($hire), 'crash-'.$to, new About('hire', $hire));

        return 'ready';
    }

    /** What others left is not this test's. */
    private function clear(): void
    {
        $this->db->execute("UPDATE delivery SET state = 'dropped' WHERE state IN ('waiting', 'sending')");
        $this->db->execute("DELETE FROM message WHERE queue_name = 'outside'");
    }

    public function work(): string
    {
        (new MessageWorker($this->container))->work(1_000_000, null, [Transport::OUTSIDE]);

        return '';
    }

    /** As work(), and killed at the first letter: once it is taken, handed over, while that is written down, or before its message goes. */
    public function die(string $point): string
    {
        $kill = static fn () => posix_kill((int) getmypid(), \SIGKILL);
        match ($point) {
            'taken' => $this->events->addListener(WorkerMessageReceivedEvent::class, $kill),
            'called' => $this->events->addListener(SentMessageEvent::class, $kill),
            'committing' => $this->entities->getEventManager()->addEventListener(Events::postUpdate, new class {
                public function postUpdate(\Doctrine\ORM\Event\PostUpdateEventArgs $event): void
                {
                    $changed = $event->getObject();
                    if ($changed instanceof Delivery && DeliveryState::Delivered === $changed->state) {
                        posix_kill((int) getmypid(), \SIGKILL);
                    }
                }
            }),
            'written' => $this->events->addListener(WorkerMessageHandledEvent::class, $kill),
            default => throw new \LogicException('There is no such point: '.$point),
        };

        return $this->work();
    }

    /** What dead workers had in hand comes again, as after the time of the transport. */
    public function comeAgain(): string
    {
        $left = $this->db->execute(
            "UPDATE message SET delivered_at = delivered_at - interval '1 hour'
             WHERE delivered_at IS NOT NULL AND queue_name = 'outside'",
        );

        return (string) $left;
    }

    /** @return string "OPEN ARRIVED", and " doubled" when a letter arrived twice */
    public function count(string $to): string
    {
        $base = $_SERVER['STANDIN_URL'] ?? '';
        /** @var list<array{id: string}> $mails */
        $mails = json_decode((string) file_get_contents((\is_string($base) ? $base : '').'/mail/list.json?to='.rawurlencode($to)), true);
        $arrived = \count(array_unique(array_column($mails, 'id')));
        $open = $this->db->int("SELECT count(*) FROM delivery WHERE state <> 'delivered' AND starts_with(key, :key)", ['key' => 'crash-'.$to]);

        return $open.' '.$arrived.(\count($mails) === $arrived ? '' : ' doubled');
    }

    /** @return string "TRIES SECONDS": how often in all, and for how long the worker that has one in hand has said so */
    public function tries(string $to): string
    {
        $tries = $this->db->int('SELECT sum(attempts) FROM delivery WHERE starts_with(key, :key)', ['key' => 'crash-'.$to]);
        $said = $this->db->int(
            "SELECT extract(epoch FROM max(delivered_at - available_at)) FROM message
             WHERE queue_name = 'outside' AND headers LIKE :key",
            ['key' => '%crash-'.$to.'%'],
        );

        return $tries.' '.$said;
    }
}
