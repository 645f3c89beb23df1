<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What the page of fit does. */
enum FitAct: string
{
    case Weigh = 'weigh';
    case Forget = 'forget';
    case Remember = 'remember';
    case Stop = 'stop';
    case Start = 'start';
    case Reset = 'reset';
}
