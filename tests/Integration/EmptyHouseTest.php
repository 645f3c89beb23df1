<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Workflow\Post;
use Jorvent\Organisation\FillPosts;
use Jorvent\Organisation\Read\PostQuery;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\SiteFacts;
use Jorvent\Organisation\Sites;
use Jorvent\Organisation\Structures;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Setup\FirstAdmin;
use Jorvent\Setup\LetInFirstAdmin;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** A house without demo data is made ready through its own pages, up to a requisition that has been sent for approval. */
#[CoversClass(Sites::class)]
#[CoversClass(FillPosts::class)]
#[CoversClass(ExchangeRates::class)]
final class EmptyHouseTest extends DatabaseTest
{
    public function testAnAdminMakesAnEmptyHouseReady(): void
    {
        $this->emptyTheHouse();
        $first = new FirstAdmin('New Line', 'work@newline.example', 'Runa Eikeland', 'runa@newline.example', 'Europe/Oslo');
        ($this->get(LetInFirstAdmin::class))($this->firstLink(), $first, 'long enough for it');
        $runa = $this->as('Runa Eikeland');
        foreach (['/today', '/requisitions', '/departments', '/catalogue', '/organisation', '/sites', '/rates', '/staff', '/approval-rules', '/question-library', '/requisitions/new?from=nothing', '/find?q=a'] as $page) {
            $this->client->request('GET', $page);
            if ('/organisation' === $page) {
                $this->client->followRedirect();
            }
            self::assertResponseIsSuccessful($page);
        }

        // a site, with each error at its place and nothing typed lost
        $this->send('/sites?new=1', '/sites', ['name' => '', 'city' => 'Tromsø', 'country' => 'QQ', 'zone' => 'Europe/Oslo', 'currency' => 'QQQ', 'latitude' => '169', 'longitude' => 'east'], 422);
        self::assertSame(['Still needed.', 'No country has these two letters.', 'No currency has these three letters.', 'Between −90 and 90 degrees.', 'Between −180 and 180 degrees.'], $this->client->getCrawler()->filter('.field-error')->each(static fn ($e): string => $e->text()));
        self::assertSame('Tromsø', $this->client->getCrawler()->filter('[name=city]')->attr('value'));
        $this->send('/sites?new=1', '/sites', ['name' => 'Tromsø', 'city' => 'Tromsø', 'country' => 'no', 'zone' => 'Europe/Oslo', 'currency' => 'nok', 'latitude' => '69,65', 'longitude' => '18.96']);
        $site = $this->int('SELECT id FROM site');
        $this->send('/sites', '/sites/'.$site, ['version' => 9, 'name' => 'Other', 'city' => 'Tromsø', 'country' => 'NO', 'zone' => 'Europe/Oslo', 'currency' => 'NOK', 'latitude' => '69', 'longitude' => '18'], 422);
        self::assertSelectorTextContains('[role=alert]', 'Someone saved it');
        $this->client->request('GET', '/sites');
        self::assertSelectorTextContains('tbody', 'no rate');
        $this->send('/rates', '/rates', ['currency' => 'NOK', 'day' => '2026-11-20', 'per_euro' => 'eleven'], 422);
        self::assertSelectorTextContains('.field-error', 'positive number');
        $this->send('/rates', '/rates', ['currency' => 'nok', 'day' => '2026-11-20', 'per_euro' => '11,62']);
        self::assertSame(2, $this->int('SELECT count(*) FROM exchange_rate'), 'the krone and the euro itself');

        // the organisation: a draft with a department and a place, in force
        $structures = $this->get(Structures::class);
        $query = $this->get(StructureQuery::class);
        $first = $query->inForceId();
        $this->send('/organisation/'.$first, '/organisation/'.$first.'/draft', ['name' => 'First real one']);
        $draft = $this->int("SELECT id FROM org_structure WHERE state = 'draft'");
        $this->send('/organisation/'.$draft.'?new=1', '/organisation/'.$draft.'/unit/0', ['code' => '10', 'name' => 'Engine room', 'kind' => 'department', 'parent' => '1', 'version' => $this->int('SELECT version FROM org_structure WHERE id = :id', ['id' => $draft])]);
        $this->send('/organisation/'.$draft.'?new=1', '/organisation/'.$draft.'/unit/0', ['code' => 'TOS', 'name' => 'Tromsø', 'kind' => 'site', 'parent' => '1', 'version' => $this->int('SELECT version FROM org_structure WHERE id = :id', ['id' => $draft])]);
        self::assertContains('site_without_place', array_map(static fn ($f): string => $f->code, $structures->findings($query->find($draft))));
        $unit = $this->int("SELECT unit_id FROM org_node WHERE structure_id = :s AND code = 'TOS'", ['s' => $draft]);
        $this->send('/organisation/'.$draft.'?unit='.$unit, '/organisation/'.$draft.'/unit/'.$unit, ['code' => 'TOS', 'name' => 'Tromsø', 'kind' => 'site', 'parent' => '1', 'place' => $site, 'version' => $this->int('SELECT version FROM org_structure WHERE id = :id', ['id' => $draft])]);
        self::assertSame([], $structures->findings($query->find($draft)));
        $this->send('/organisation/'.$draft, '/organisation/'.$draft.'/force', []);
        $this->deliverAll();
        $department = $this->int("SELECT id FROM org_unit WHERE code = '10' AND in_force");
        self::assertSame($site, $this->int('SELECT site_id FROM org_unit WHERE id = :id', ['id' => $unit]));

        // people and posts
        $this->send('/staff', '/staff', ['name' => 'Hanne Solvik', 'email' => 'hanne@newline.example', 'title' => 'Head', 'zone' => 'Europe/Oslo', 'role' => 'approver', 'unit' => '1']);
        $hanne = $this->account('Hanne Solvik')->id;
        $this->send('/staff?open='.$runa->id, '/staff/'.$runa->id.'/grant', ['role' => 'recruiter', 'unit' => '1']);
        $this->deliverAll();
        $this->send('/organisation/'.$draft.'?unit=1', '/organisation/posts/1', ['department_head' => (string) $hanne, 'finance' => (string) $hanne, 'people' => '']);
        $head = $this->get(PostQuery::class)->of($department)[0];
        self::assertSame([Post::DepartmentHead, null, 'Hanne Solvik'], [$head->post, $head->holder, $head->above], 'nobody here, so the one above is asked');
        self::assertSame(['missing'], $this->refused(fn () => $this->get(FillPosts::class)(999_999, [])));

        // a family, a profile, and a requisition from it
        $this->send('/catalogue', '/catalogue/families', ['name' => 'Engine']);
        $family = $this->int('SELECT id FROM job_family');
        $this->send('/catalogue/new', '/catalogue/new', ['title' => 'Motorman', 'level' => 'I', 'family' => $family, 'summary' => 'Keeps engines running', 'musts' => "diesel engines\nlubrication", 'yearsFrom' => '2', 'bands' => ['NOK' => ['from' => '500000', 'to' => '600000']], 'description' => '<p>'.str_repeat('You look after engines and pumps on our boats. ', 20).'</p>', 'version' => '0']);
        $profile = $this->int('SELECT id FROM role_profile');
        $this->send('/requisitions/new?profile='.$profile, '/requisitions/new', ['from' => 'profile', 'profile' => $profile, 'unit' => $department, 'site' => $site]);
        $number = $this->int('SELECT number FROM requisition');
        $this->client->request('GET', '/r/'.$number.'/brief');
        self::assertResponseIsSuccessful();
        self::assertSelectorTextContains('.jv-main, main', 'Hanne Solvik');

        // a site in use stays
        self::assertSame(['site_in_use'], $this->refused(fn () => $this->get(Sites::class)->remove($site)));
        $facts = static fn (string $name): SiteFacts => SiteFacts::of($name, 'Spare', 'NO', '', '', 'Europe/Oslo', 'NOK', 1.0, 1.0);
        $spare = $this->get(Sites::class)->add($facts('Spare'));
        self::assertSame(['name name_taken'], $this->refused(fn () => $this->get(Sites::class)->add($facts('spare'))));
        $this->get(Sites::class)->remove($spare);
        self::assertSame(1, $this->int('SELECT count(*) FROM site'));
    }
}
