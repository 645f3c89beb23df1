<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

use Sabre\VObject\Component\VCard as Card;
use Sabre\VObject\ParseException;
use Sabre\VObject\Property;
use Sabre\VObject\Reader;

/** A vCard (RFC 6350) as text: name, contacts, place, and the post held now. */
final class Vcard
{
    public static function text(string $vcard): string
    {
        try {
            $card = Reader::read($vcard, Reader::OPTION_FORGIVING);
        } catch (ParseException) {
            throw new Broken('file_broken');
        }
        if (!$card instanceof Card) {
            throw new Broken('file_broken');
        }
        $property = static fn (string $name): ?Property => array_values(array_filter($card->select($name), static fn (mixed $p): bool => $p instanceof Property))[0] ?? null;
        $of = static function (string $name) use ($property): string {
            $value = $property($name)?->getValue();

            return \is_string($value) ? trim((string) preg_replace('/\s+/u', ' ', $value)) : '';
        };
        $city = $property('ADR')?->getParts()[3] ?? '';
        $city = \is_string($city) ? $city : '';
        $post = trim(implode(', ', array_filter([$of('TITLE'), rtrim(str_replace(';', ' ', $of('ORG')))], static fn (string $v): bool => '' !== $v)));

        return implode("\n", array_filter(['Name: '.$of('FN'), 'E-mail: '.$of('EMAIL'), 'Phone: '.(string) preg_replace('/^tel:/i', '', $of('TEL')), '' === $city ? '' : 'Address: '.$city, $of('URL'), '' === $post ? '' : "\nSummary\n".$post, '' === $of('NOTE') ? '' : $of('NOTE')], static fn (string $v): bool => !\in_array($v, ['', 'Name: ', 'E-mail: ', 'Phone: '], true)))."\n";
    }
}
