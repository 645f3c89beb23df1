<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\SignIn;

use Jorvent\Core\SignIn\Password;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

final class PasswordTest extends TestCase
{
    #[TestWith(['elevenchars', 'password_too_short'])]
    #[TestWith(['gulls over the quay', null])]
    #[TestWith(['q1w2e3r4t5y6', 'password_common'])]
    #[TestWith(['Q1W2E3R4T5Y6', 'password_common'])]
    #[TestWith(['password2026!!', 'password_common'])]
    #[TestWith(['passwordpassword', 'password_common'])]
    #[TestWith(['202612012026', 'password_common'])]
    #[TestWith(['aaaaaaaaaaaaaaab', 'password_common'])]
    #[TestWith(['ingriddahl1984', 'password_of_names'])]
    #[TestWith(['jorvent-ingrid', 'password_of_names'])]
    #[TestWith(["\xFF\xFE\xFF\xFE\xFF\xFE\xFF\xFE\xFF\xFE\xFF\xFE", 'password_not_text'])]
    public function testIsTold(string $password, ?string $wrong): void
    {
        $rules = new Password(['q1w2e3r4t5y6' => true, 'password' => true]);
        self::assertSame($wrong, $rules->wrong($password, ['Ingrid Dahl', 'ingrid.dahl@skerryline.example', 'Jorvent']));
    }

    public function testALongOneIsRefused(): void
    {
        self::assertSame('password_too_long', (new Password([]))->wrong(str_repeat('åb cd ef', 200), []));
    }
}
