<?php

declare(strict_types=1);

namespace Jorvent\Offers;

use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Files\Pdf;

/** The offer's letter, as HTML for the screen and as the PDF that is sent and signed. */
final readonly class Letter
{
    public function __construct(private Db $db, private Pdf $pdf, private BrandQuery $brands)
    {
    }

    public function facts(int $offer): Record
    {
        return $this->db->row(
            'SELECT o.id, o.version, o.base, o.currency, o.first_day, o.answer_by, o.state, c.name AS candidate, c.locale, r.title AS opening, r.number, r.unit_id, r.employment, s.city, m.name AS manager, rec.name AS recruiter
             FROM offer o JOIN application p ON p.id = o.application_id JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
             JOIN account m ON m.id = r.manager_id JOIN account rec ON rec.id = r.recruiter_id WHERE o.id = :id',
            ['id' => $offer],
        ) ?? throw new \LogicException('No such offer.');
    }

    /** Under which name the letter goes out. */
    public function brand(Record $facts): BrandView
    {
        return $this->brands->ofUnit($facts->int('unit_id'));
    }

    public function pdf(int $offer, \DateTimeImmutable $on): string
    {
        $facts = $this->facts($offer);

        return $this->pdf->write('offers/letter.pdf.twig', ['letter' => $facts, 'company' => $this->brand($facts)->name, 'on' => $on]);
    }
}
