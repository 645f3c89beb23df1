<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Why a unit is not offered. A code with a stray character keeps a unit out as well: personnel records and pay know the unit by its code and would not find it. */
enum Cause: string
{
    case StrayCode = 'stray_code';
    case OtherVersion = 'other_version';
    case NotYet = 'not_yet';
    case NoMore = 'no_more';
    case Retired = 'retired';
    case ReachListLate = 'reach_list_late';
    case OutsideReach = 'outside_reach';
    case OtherCompany = 'other_company';
}
