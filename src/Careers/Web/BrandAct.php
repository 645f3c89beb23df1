<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** What the page of brands does. */
enum BrandAct: string
{
    case Save = 'save';
    case Page = 'page';
    case Strike = 'strike';
    case Remove = 'remove';
}
