<?php

declare(strict_types=1);

namespace Jorvent\Offers\Message;

use Jorvent\Activity\ActivityLog;
use Jorvent\Outside\Records\HrRecords;
use Jorvent\Platform\Database\Db;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** The number that comes back is written down; the records recognise a hire they have by the key. */
#[AsMessageHandler]
final readonly class ReportHireHandler
{
    public function __construct(private Db $db, private HrRecords $records, private ActivityLog $log)
    {
    }

    public function __invoke(ReportHire $message): void
    {
        $row = $this->db->row(
            'SELECT h.id, h.record_number, h.first_day, c.name, c.email, c.id AS candidate, r.title, r.id AS requisition, s.city, u.code
             FROM hire h JOIN application p ON p.id = h.application_id JOIN candidate c ON c.id = p.candidate_id
                JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id JOIN unit_place u ON u.id = r.unit_id
             WHERE h.id = :id',
            ['id' => $message->hire],
        ) ?? throw new \LogicException('No such hire.');
        if (null !== $row->strOrNull('record_number')) {
            return;
        }
        $number = $this->records->create([
            'name' => $row->str('name'), 'email' => $row->strOrNull('email') ?? '', 'title' => $row->str('title'),
            'unit' => $row->str('code'), 'site' => $row->str('city'), 'first_day' => $row->str('first_day'),
        ], ReportHire::key($message->hire));
        $this->db->transaction(function () use ($row, $number): void {
            $hire = ['number' => $number, 'id' => $row->int('id')];
            if (1 === $this->db->execute('UPDATE hire SET record_number = :number WHERE id = :id AND record_number IS NULL', $hire)) {
                $this->log->record(
                    'hire.recorded', 'hire', $row->int('id'), $row->int('requisition'), $row->int('candidate'), ['number' => $number],
                );
            }
        });
    }
}
