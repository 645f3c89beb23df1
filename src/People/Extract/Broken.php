<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** A file that can not be read; the message is the code of the refusal. */
final class Broken extends \RuntimeException
{
}
