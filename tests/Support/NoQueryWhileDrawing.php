<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

/** A page has what it shows before it is drawn: a query while a template runs fails the test that draws it. */
final class NoQueryWhileDrawing extends EachStatement
{
    public function __construct(private readonly RenderWatch $watch)
    {
    }

    protected function see(string $sql): void
    {
        $template = $this->watch->template();
        if (null !== $template) {
            throw new \LogicException("A query while $template is drawn: ".mb_substr($sql, 0, 200));
        }
    }
}
