<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\TextServices\TextService;
use Jorvent\Outside\TextServices\TextServiceSettings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Security\Sealer;
use Jorvent\Requisitions\Entity\TextServiceAccess;
use Psr\Clock\ClockInterface;

/** The text service an admin entered. Its key is sealed with a key of the instance and never shown again. */
final readonly class TextServices
{
    private const SEAL = 'text service key';

    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private Sealer $sealer,
        private TextService $service,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    /** @param string $key empty keeps the one that stands */
    public function save(string $address, string $model, #[\SensitiveParameter] string $key): void
    {
        $this->db->transaction(function () use ($address, $model, $key): void {
            $cipher = '' === $key ? null : $this->sealer->seal($key, self::SEAL);
            $access = $this->access();
            null === $access
                ? $this->entities->persist(new TextServiceAccess($address, $model, $cipher, $this->clock->now()))
                : $access->enter($address, $model, $cipher, $this->clock->now());
            $this->record('text_service.saved', ['model' => $model]);
        });
    }

    public function remove(): void
    {
        $this->db->transaction(function (): void {
            $access = $this->access();
            if (null !== $access) {
                $this->entities->remove($access);
                $this->record('text_service.removed', []);
            }
        });
    }

    /**
     * Asks it for one word.
     *
     * @throws Refused at address, when it does not answer
     */
    public function test(): void
    {
        $settings = $this->settings() ?? throw Refused::because('missing', 'address');
        try {
            foreach ($this->service->write($settings, 'Answer with one word.', 'Say yes.') as $piece) {
                return;
            }
        } catch (NotNow|RefusedByThem $e) {
            throw Refused::because('text_service_silent', 'address', ['error' => $e->getMessage()]);
        }
    }

    /** What may be shown of it. */
    public function shown(): ?ShownTextService
    {
        $access = $this->access();

        return null === $access
            ? null
            : new ShownTextService($access->address, $access->model, null !== $access->keyCipher);
    }

    public function settings(): ?TextServiceSettings
    {
        $access = $this->access();
        if (null === $access) {
            return null;
        }
        $key = null === $access->keyCipher ? null : $this->sealer->open($access->keyCipher, self::SEAL);

        return new TextServiceSettings($access->address, $access->model, $key);
    }

    private function access(): ?TextServiceAccess
    {
        return $this->entities->find(TextServiceAccess::class, TextServiceAccess::ONLY);
    }

    /** @param array<string, mixed> $change */
    private function record(string $act, array $change): void
    {
        $this->log->record($act, 'text_service', TextServiceAccess::ONLY, change: $change);
    }
}
