<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** Which adverts an application is put down to, when someone saw several. */
enum Attribution: string
{
    case First = 'first';
    case Last = 'last';
    case Even = 'even';

    /**
     * @param list<int> $touches adverts in the order they were followed, as the applicant let us remember them
     * @param int|null  $last    the advert the application itself came by
     *
     * @return array<int, float> shares by advert, 1 in all; none when nothing is known
     */
    public function shares(array $touches, ?int $last): array
    {
        if ([] === $touches) {
            return null === $last ? [] : [$last => 1.0];
        }
        if (self::Even === $this) {
            $shares = [];
            foreach ($touches as $touch) {
                $shares[$touch] = ($shares[$touch] ?? 0.0) + 1 / \count($touches);
            }

            return $shares;
        }

        return [self::First === $this ? $touches[0] : $last ?? $touches[\count($touches) - 1] => 1.0];
    }
}
