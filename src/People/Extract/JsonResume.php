<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** JSON Resume (schema 1.0.0) as text in the layout that is read without doubt: one reader for everything that comes in. */
final class JsonResume
{
    public static function text(string $json): string
    {
        try {
            $data = json_decode($json, true, 40, \JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw new Broken('file_broken');
        }
        $basics = self::map($data, 'basics');
        if ([] === $basics && [] === self::list($data, 'work')) {
            throw new Broken('file_not_a_resume');
        }
        $location = self::map($basics, 'location');
        $text = implode("\n", array_filter([self::s($basics, 'name'), self::s($basics, 'email'), self::s($basics, 'phone'), '' === self::s($location, 'city') ? '' : 'Address: '.self::s($location, 'city'), self::s($basics, 'url'), ...array_map(static fn (array $p): string => self::s($p, 'url'), self::list($basics, 'profiles'))], static fn (string $v): bool => '' !== $v))."\n\n";
        $text .= '' === self::s($basics, 'summary') ? '' : "Summary\n".self::s($basics, 'summary')."\n\n";
        /** @param list<string> $lines */
        $section = static function (string $head, array $lines): string {
            $lines = array_filter($lines, static fn (mixed $l): bool => \is_string($l) && '' !== trim($l));

            return [] === $lines ? '' : $head."\n".implode("\n", $lines)."\n\n";
        };
        $range = static fn (array $x): string => self::s($x, 'startDate').' – '.('' === self::s($x, 'endDate') ? 'present' : self::s($x, 'endDate'));
        $text .= $section('Work experience', array_map(static fn (array $w): string => 'Period: '.$range($w)."\nPosition: ".self::s($w, 'position')."\nEmployer: ".(self::s($w, 'name') ?: self::s($w, 'company')).('' === self::s($w, 'location') ? '' : "\nPlace: ".self::s($w, 'location'))."\n".self::s($w, 'summary')."\n".implode("\n", array_map(static fn (string $h): string => '• '.$h, array_filter(\is_array($w['highlights'] ?? null) ? $w['highlights'] : [], is_string(...))))."\n", self::list($data, 'work')));
        $text .= $section('Education', array_map(static fn (array $e): string => trim(self::s($e, 'studyType').('' === self::s($e, 'area') ? '' : ', '.self::s($e, 'area')).', '.self::s($e, 'institution'), ', ').'    '.substr(self::s($e, 'startDate'), 0, 7).' – '.(substr(self::s($e, 'endDate'), 0, 7) ?: 'present'), self::list($data, 'education')));
        $text .= $section('Skills', array_map(static fn (array $s): string => implode(', ', array_filter([self::s($s, 'name'), ...array_filter(\is_array($s['keywords'] ?? null) ? $s['keywords'] : [], is_string(...))], static fn (string $v): bool => '' !== $v)), self::list($data, 'skills')));
        $text .= $section('Languages', array_map(static fn (array $l): string => self::s($l, 'language').' – '.self::s($l, 'fluency'), self::list($data, 'languages')));

        return $text.$section('Certificates', array_map(static fn (array $c): string => self::s($c, 'name').('' === self::s($c, 'issuer') ? '' : ', issued by '.self::s($c, 'issuer')), self::list($data, 'certificates')));
    }

    private static function s(mixed $of, string $key): string
    {
        $value = \is_array($of) ? $of[$key] ?? '' : '';

        return \is_scalar($value) ? trim((string) preg_replace('/\s+/u', ' ', (string) $value)) : '';
    }

    /** @return array<array-key, mixed> */
    private static function map(mixed $of, string $key): array
    {
        $value = \is_array($of) ? $of[$key] ?? [] : [];

        return \is_array($value) ? $value : [];
    }

    /** @return list<array<array-key, mixed>> */
    private static function list(mixed $of, string $key): array
    {
        return array_values(\array_slice(array_filter(self::map($of, $key), is_array(...)), 0, 200));
    }
}
