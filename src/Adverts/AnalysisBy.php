<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Adverts\Read\AdvertRow;

/** What adverts are grouped by. */
enum AnalysisBy: string
{
    case Board = 'board';
    case Department = 'department';
    case Opening = 'opening';
    case Advert = 'advert';
    case Month = 'month';

    /** @return array{string, string} the group that an advert belongs to: its key and its name */
    public function group(AdvertRow $advert): array
    {
        [$place, $opening] = [$advert->place, $advert->opening];

        return match ($this) {
            self::Board => [$place->key, $place->name],
            self::Department => [$opening->department, $opening->department],
            self::Opening => [$opening->short(), $opening->long()],
            self::Advert => [$advert->code, $place->name.', '.$opening->long()],
            self::Month => [$advert->month, $advert->month],
        };
    }
}
