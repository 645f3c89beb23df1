<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/**
 * A criterion as a short line for an address, to be read by people: "title=marine electrician|motorman;when=now", "-employer=Kvitholm Verft", "place=Bergen|Os;km=90;moves",
 * "pay;to=720000;currency=NOK;unstated", "one_job(title=welder)(years;from=4);when=ever". Signs of the notation within a value are written as %3B, %7C, %3D, %28, %29 and %25.
 */
final class Notation
{
    private const NUMBERS = ['from', 'to', 'km'];
    private const TEXTS = ['when', 'currency', 'frequency', 'day'];
    private const FLAGS = ['unstated', 'moves'];
    private const SIGNS = ['%' => '%25', ';' => '%3B', '|' => '%7C', '=' => '%3D', '(' => '%28', ')' => '%29'];

    public static function write(Criterion $criterion): string
    {
        $data = $criterion->toArray();
        $text = ($criterion->out ? '-' : '').$criterion->kind->value;
        if ([] !== $criterion->values) {
            $text .= '='.implode('|', array_map(static fn (string $v): string => strtr($v, self::SIGNS), $criterion->values));
        }
        foreach ($criterion->parts as $part) {
            $text .= '('.self::write($part).')';
        }
        foreach ([...self::NUMBERS, ...self::TEXTS] as $name) {
            $value = $data[$name] ?? null;
            if (\is_int($value) || \is_string($value)) {
                $text .= ';'.$name.'='.strtr((string) $value, self::SIGNS);
            }
        }
        foreach (self::FLAGS as $name) {
            $text .= isset($data[$name]) ? ';'.$name : '';
        }

        return $text;
    }

    /** @return Criterion|null null when it is not understood */
    public static function read(string $text): ?Criterion
    {
        $data = self::data($text);

        return null === $data ? null : Criterion::fromArray($data);
    }

    /** @return array<string, mixed>|null */
    private static function data(string $text): ?array
    {
        if (1 !== preg_match('/^(-?)([a-z_]+)(?:=([^;()=]*))?((?:\([^()]*\))*)((?:;[^;()]*)*)$/', trim($text), $m)) {
            return null;
        }
        $data = ['out' => '-' === $m[1], 'kind' => $m[2]];
        if ('' !== $m[3]) {
            $data['values'] = array_map(self::plain(...), explode('|', $m[3]));
        }
        preg_match_all('/\(([^()]*)\)/', $m[4], $parts);
        $data['parts'] = array_values(array_filter(array_map(self::data(...), $parts[1]), is_array(...)));
        foreach (array_filter(explode(';', $m[5]), static fn (string $p): bool => '' !== $p) as $pair) {
            [$name, $value] = explode('=', $pair, 2) + [1 => ''];
            if (\in_array($name, self::FLAGS, true)) {
                $data[$name] = true;
            } elseif (\in_array($name, [...self::NUMBERS, ...self::TEXTS], true)) {
                $data[$name] = self::plain($value);
            }
        }

        return $data;
    }

    private static function plain(string $text): string
    {
        return strtr($text, array_flip(self::SIGNS));
    }
}
