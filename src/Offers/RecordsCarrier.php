<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Outside\Records\HrRecords;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;

/** Tells the HR records of a new hire and writes the number that comes back. */
final readonly class RecordsCarrier implements Carrier
{
    public function __construct(private Db $db, private HrRecords $records, private ActivityLog $log)
    {
    }

    public function kind(): string
    {
        return 'records';
    }

    public function deliver(Item $item): void
    {
        $row = $this->db->row(
            'SELECT h.id, h.record_number, h.first_day, c.name, c.email, c.id AS candidate, r.title, r.id AS requisition, s.city, u.code FROM hire h JOIN application p ON p.id = h.application_id JOIN candidate c ON c.id = p.candidate_id
             JOIN requisition r ON r.id = p.requisition_id JOIN site s ON s.id = r.site_id JOIN org_unit u ON u.id = r.unit_id WHERE h.id = :id FOR UPDATE OF h',
            ['id' => $item->subjectId],
        ) ?? throw new \LogicException('No such hire.');
        if (null !== $row->strOrNull('record_number')) {
            return;
        }
        $number = $this->records->create(['name' => $row->str('name'), 'email' => $row->strOrNull('email') ?? '', 'title' => $row->str('title'), 'unit' => $row->str('code'), 'site' => $row->str('city'), 'first_day' => $row->str('first_day')], $item->key);
        $this->db->execute('UPDATE hire SET record_number = :number WHERE id = :id', ['number' => $number, 'id' => $row->int('id')]);
        $this->log->record('hire.recorded', 'hire', $row->int('id'), $row->int('requisition'), $row->int('candidate'), ['number' => $number]);
    }
}
