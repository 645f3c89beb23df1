<?php

declare(strict_types=1);

namespace Jorvent\Shell\Repository;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Shell\Entity\ListSetting;

final readonly class ListSettingRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function of(int $account, string $list): ?ListSetting
    {
        return $this->entities->find(ListSetting::class, ['accountId' => $account, 'list' => $list]);
    }

    public function add(ListSetting $setting): void
    {
        $this->entities->persist($setting);
    }
}
