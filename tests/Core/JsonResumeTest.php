<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Resume\Corrections;
use Jorvent\Core\Resume\JsonResume;
use Jorvent\Core\Resume\Reader;
use Jorvent\People\Extract\JsonResume as Incoming;
use Jorvent\Tests\Golden\Quirks;
use Jorvent\Tests\Golden\Resumes;
use JsonSchema\Validator;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

/** The open JSON Resume format, in and out, against its published schema. */
#[CoversClass(JsonResume::class)]
final class JsonResumeTest extends TestCase
{
    public function testWhatGoesOutIsValidAgainstThePublishedSchema(): void
    {
        $reader = new Reader();
        $looked = 0;
        foreach ([...iterator_to_array(Resumes::half('tuning'), false), ...iterator_to_array(Quirks::half('tuning'), false)] as $one) {
            $reading = $reader->read($one['text'], new \DateTimeImmutable('2026-11-24'));
            $e = $one['expected'];
            self::assertSame([], self::errors(JsonResume::of(['name' => $e['name'], 'email' => $e['email'] ?: null, 'phone' => $e['phone'] ?: null, 'city' => $e['city'] ?: null, 'country' => 'NO', 'headline' => ''], Corrections::over($reading->toArray(), []), $reading->toArray())), $e['name']);
            ++$looked;
        }
        self::assertGreaterThan(40, $looked);
        self::assertNotSame([], self::errors(['basics' => ['email' => 'no address'], 'work' => [['startDate' => 'spring']]]), 'the check can fail');
    }

    public function testWhatCameInThisFormatGoesOutWithAllThatItBrought(): void
    {
        $original = json_decode(self::ORIGINAL, true, 20, \JSON_THROW_ON_ERROR);
        self::assertIsArray($original);
        self::assertSame([], self::errors($original));
        $reading = (new Reader())->read(Incoming::text(self::ORIGINAL), new \DateTimeImmutable('2026-11-24'));
        $items = Corrections::over($reading->toArray(), []);
        $out = JsonResume::over($original, JsonResume::of(['name' => 'Torbjørg Quernvik', 'email' => 'torbjorg@post.example', 'phone' => '+47 912 33 441', 'city' => 'Ålesund', 'country' => 'NO', 'headline' => 'Ship electrician'], $items, $reading->toArray()));
        self::assertSame([], self::errors($out));
        $leaves = self::leaves($out);
        foreach (self::leaves($original) as $leaf) {
            self::assertContains($leaf, $leaves);
        }
        self::assertIsArray($out['work']);
        self::assertCount(2, $out['work'], 'nothing twice');
        // what someone corrected since is in it
        $key = array_key_first(array_filter($items['spells'], static fn (array $s): bool => 'Nordhamn Verft' === ($s['employer'] ?? '')));
        $corrected = Corrections::over($reading->toArray(), ['spells.'.$key => ['verdict' => 'changed', 'value' => ['title' => 'Chief electrician']]]);
        $again = JsonResume::over($original, JsonResume::of(['name' => 'Torbjørg Quernvik', 'email' => null, 'phone' => null, 'city' => null, 'country' => null, 'headline' => ''], $corrected, $reading->toArray()));
        self::assertContains('Chief electrician', self::leaves($again));
    }

    /**
     * @param array<array-key, mixed> $json
     *
     * @return list<string>
     */
    private static function errors(array $json): array
    {
        $data = json_decode((string) json_encode($json));
        $validator = new Validator();
        $validator->validate($data, json_decode((string) file_get_contents(\dirname(__DIR__, 2).'/node_modules/@jsonresume/schema/schema.json')));

        $errors = [];
        foreach ((array) $validator->getErrors() as $e) {
            $errors[] = \is_array($e) && \is_string($e['property'] ?? null) && \is_string($e['message'] ?? null) ? $e['property'].': '.$e['message'] : 'an error';
        }

        return $errors;
    }

    /**
     * @param array<array-key, mixed> $json
     *
     * @return list<mixed>
     */
    private static function leaves(array $json): array
    {
        $leaves = [];
        array_walk_recursive($json, static function (mixed $leaf) use (&$leaves): void {
            $leaves[] = $leaf;
        });

        return $leaves;
    }

    private const ORIGINAL = <<<'JSON'
        {"basics": {"name": "Torbjørg Quernvik", "label": "Ship electrician", "email": "torbjorg@post.example", "phone": "+47 912 33 441", "url": "https://quernvik.example", "summary": "Keeps ferries lit.", "image": "https://quernvik.example/me.png",
            "location": {"address": "Strandgata 3", "postalCode": "6004", "city": "Ålesund", "countryCode": "NO", "region": "Møre"}, "profiles": [{"network": "Crewboard", "username": "tq", "url": "https://crew.example/tq"}]},
         "work": [{"name": "Nordhamn Verft", "position": "Ship electrician", "location": "Ålesund", "url": "https://nordhamn.example", "startDate": "2019-03-15", "summary": "Switchboards and PLC.\nNight work.", "highlights": ["Rewired three ferries"]},
            {"name": "Kvitholm Verft", "position": "Electrician", "startDate": "2015-08", "endDate": "2019-02", "summary": "Cable routing.", "highlights": ["No accident in four years"]}],
         "volunteer": [{"organization": "Sea rescue of Ålesund", "position": "Crew", "startDate": "2016-01", "summary": "Nights and winters"}],
         "education": [{"institution": "Aalesund Technical School", "area": "electrical", "studyType": "vocational", "startDate": "2012-08", "endDate": "2015-06", "score": "5.1", "courses": ["High voltage"]}],
         "awards": [{"title": "Apprentice of the year", "date": "2015-05-01", "awarder": "The county"}], "certificates": [{"name": "High voltage safety", "date": "2023-02-01", "issuer": "Nordhamn Verft", "url": "https://nordhamn.example/hv"}],
         "publications": [{"name": "On shore power", "publisher": "Harbour letters", "releaseDate": "2021-04"}], "skills": [{"name": "Control systems", "level": "Master", "keywords": ["PLC", "SCADA"]}], "languages": [{"language": "Norwegian", "fluency": "Native"}, {"language": "English", "fluency": "Fluent"}],
         "interests": [{"name": "Rowing", "keywords": ["coastal"]}], "references": [{"name": "Aud Moe", "reference": "The calmest on the yard."}], "projects": [{"name": "Ferry hybrid", "startDate": "2020-01", "endDate": "2020-12", "highlights": ["From diesel to battery"]}],
         "meta": {"version": "v1.0.0", "lastModified": "2026-10-01T12:00:00"}}
        JSON;
}
