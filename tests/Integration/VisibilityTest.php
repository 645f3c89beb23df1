<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Requisitions\HiringTeam;
use Jorvent\Requisitions\Read\TeamQuery;
use Jorvent\Requisitions\TeamPart;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(HiringTeam::class)]
final class VisibilityTest extends DatabaseTest
{
    /** Who sees R-2201 of Electrical, by role alone or by a part, for each visibility: by its page and in the list alike. */
    private const SEEN = [
        'reach' => ['Gordon Leask' => true, 'Ailsa Drummond' => true, 'Isla Farquhar' => true, 'Torstein Hauge' => true, 'Runa Eikeland' => true, 'Callum Gauthier' => false, 'Mo Bakkerud' => true],
        'recruiters' => ['Gordon Leask' => true, 'Ailsa Drummond' => false, 'Isla Farquhar' => false, 'Torstein Hauge' => false, 'Runa Eikeland' => true, 'Callum Gauthier' => false, 'Mo Bakkerud' => true],
        'department' => ['Gordon Leask' => false, 'Ailsa Drummond' => false, 'Isla Farquhar' => false, 'Torstein Hauge' => true, 'Runa Eikeland' => true, 'Callum Gauthier' => false, 'Mo Bakkerud' => true],
        'team' => ['Gordon Leask' => false, 'Ailsa Drummond' => false, 'Isla Farquhar' => false, 'Torstein Hauge' => false, 'Runa Eikeland' => true, 'Callum Gauthier' => false, 'Mo Bakkerud' => true],
    ];

    public function testVisibilityHoldsOnPagesAndInLists(): void
    {
        $this->db()->execute('DELETE FROM approval WHERE requisition_id = (SELECT id FROM requisition WHERE number = 2201)');
        foreach (self::SEEN as $visibility => $people) {
            $this->db()->execute('UPDATE requisition SET visibility = :v WHERE number = 2201', ['v' => $visibility]);
            foreach ($people as $name => $sees) {
                $this->as($name);
                $this->client->request('GET', '/r/2201/brief');
                $page = $this->client->getResponse()->isSuccessful();
                $crawler = $this->client->request('GET', '/requisitions?state=all&q=R-2201');
                $listed = $crawler->filter('tbody tr[data-row]')->count() > 0;
                self::assertSame($sees, $page, "$name, $visibility");
                self::assertSame($sees, $listed, "$name in the list, $visibility");
            }
        }
    }

    public function testAPartInTheTeamOpensTheDoorAndNoMore(): void
    {
        $team = $this->get(HiringTeam::class);
        $this->db()->execute("UPDATE requisition SET visibility = 'team' WHERE number = 2201");
        $id = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $callum = $this->as('Callum Gauthier')->id;
        $status = function (string $path): int {
            $this->client->request('GET', $path);

            return $this->client->getResponse()->getStatusCode();
        };
        self::assertSame(403, $status('/r/2201/pipeline'));
        $team->add($id, $callum, TeamPart::Observer);
        $team->add($id, $callum, TeamPart::Observer);
        self::assertSame([200, 200, 403], array_map($status, ['/r/2201/brief', '/r/2201/pipeline', '/r/2201/sourcing']));
        self::assertCount(1, $this->get(TeamQuery::class)->of($id));
        $team->remove($id, $callum, TeamPart::Observer);
        self::assertSame(403, $status('/r/2201/brief'));
        self::assertSame(['account missing'], $this->refused(static fn () => $team->add($id, 99999, TeamPart::Observer)));
    }
}
