<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** On or off. */
enum Switched: string
{
    case On = 'on';
    case Off = 'off';
}
