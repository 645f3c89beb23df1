<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Symfony\Bundle\SecurityBundle\Security;
use Twig\Attribute\AsTwigFunction;

/** Templates ask what is allowed as everything else does. */
final readonly class AccessTwig
{
    public function __construct(private Security $security)
    {
    }

    #[AsTwigFunction('may')]
    public function may(string $permission, ?Subject $subject = null): bool
    {
        return $this->security->isGranted(Permission::from($permission)->value, $subject);
    }
}
