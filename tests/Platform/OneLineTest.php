<?php

declare(strict_types=1);

namespace Jorvent\Tests\Platform;

use Jorvent\Platform\Web\Form\OneLine;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\Forms;

#[CoversClass(OneLine::class)]
final class OneLineTest extends TestCase
{
    public function testAFieldOfOneLineIsOneLineAndATextStaysAsItIs(): void
    {
        $factory = Forms::createFormFactoryBuilder()->addTypeExtension(new OneLine())->getFormFactory();
        $form = $factory->createBuilder()
            ->add('name', TextType::class)
            ->add('message', TextareaType::class)
            ->getForm();
        $form->submit(['name' => " Ana\r\nBcc: all@post.example\t", 'message' => "One\nTwo"]);
        self::assertTrue($form->isValid());
        self::assertSame(['name' => 'Ana Bcc: all@post.example', 'message' => "One\nTwo"], $form->getData());
    }
}
