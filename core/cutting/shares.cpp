#include "cutting/shares.h"

#include <cmath>
#include <glpk.h>

namespace goodfold::cutting {

// GLPK counts from 1, and leaves the zeroth place of its arrays unused.
struct Shares::Model {
    glp_prob* problem = glp_create_prob();
    std::vector<BarKind> bars;
    std::vector<int> rowOfBar; // 0 where there are as many as one likes
    int kinds = 0;
    int columns = 0; // of patterns, after the missing ones
    ~Model() { glp_delete_prob(problem); }
    int columnOf(int pattern) const { return kinds + pattern + 1; }
};

Shares::Shares(const std::vector<Kind>& kinds, const std::vector<BarKind>& bars)
    : model(std::make_unique<Model>()) {
    glp_term_out(GLP_OFF);
    glp_prob* problem = model->problem;
    model->bars = bars;
    model->kinds = static_cast<int>(kinds.size());
    glp_set_obj_dir(problem, GLP_MIN);
    for (const Kind& kind : kinds) {
        const int row = glp_add_rows(problem, 1), column = glp_add_cols(problem, 1);
        glp_set_row_bnds(problem, row, GLP_LO, kind.wanted, 0);
        glp_set_col_bnds(problem, column, GLP_LO, 0, 0);
        glp_set_obj_coef(problem, column, kind.missing);
        const int rows[] = {0, row};
        const double ones[] = {0, 1};
        glp_set_mat_col(problem, column, 1, rows, ones);
    }
    for (const BarKind& bar : bars) {
        model->rowOfBar.push_back(bar.count ? glp_add_rows(problem, 1) : 0);
        if (bar.count) glp_set_row_bnds(problem, model->rowOfBar.back(), GLP_UP, 0, *bar.count);
    }
}

Shares::~Shares() = default;
Shares::Shares(Shares&&) noexcept = default;

void Shares::add(const Pattern& pattern) {
    const int column = glp_add_cols(model->problem, 1);
    ++model->columns;
    glp_set_col_bnds(model->problem, column, GLP_LO, 0, 0);
    glp_set_obj_coef(model->problem, column, model->bars[pattern.bar].cost);
    std::vector<int> rows{0};
    std::vector<double> times{0};
    const auto put = [&](int row, double value) {
        rows.push_back(row);
        times.push_back(value);
    };
    for (size_t kind = 0; kind < pattern.times.size(); ++kind)
        if (pattern.times[kind]) put(static_cast<int>(kind) + 1, pattern.times[kind]);
    if (const int row = model->rowOfBar[pattern.bar]) put(row, 1);
    glp_set_mat_col(model->problem, column, static_cast<int>(rows.size()) - 1, rows.data(), times.data());
}

Worth Shares::solve() {
    glp_smcp how;
    glp_init_smcp(&how);
    how.msg_lev = GLP_MSG_OFF;
    glp_simplex(model->problem, &how);
    Worth worth{glp_get_obj_val(model->problem), {}, {}};
    for (int kind = 1; kind <= model->kinds; ++kind)
        worth.ofPiece.push_back(glp_get_row_dual(model->problem, kind));
    for (const int row : model->rowOfBar)
        worth.ofBar.push_back(row ? glp_get_row_dual(model->problem, row) : 0);
    return worth;
}

namespace {

/// What is looked at while GLPK branches.
struct Branching {
    double enough;
    int left;
};

void lookAt(glp_tree* tree, void* info) {
    auto& branching = *static_cast<Branching*>(info);
    const int reason = glp_ios_reason(tree);
    if (reason == GLP_ISELECT && --branching.left < 0) glp_ios_terminate(tree);
    if (reason == GLP_IBINGO && glp_mip_obj_val(glp_ios_get_prob(tree)) <= branching.enough)
        glp_ios_terminate(tree);
}

} // namespace

Shares::Wholes Shares::wholes(double enough, int branches) {
    glp_prob* problem = model->problem;
    for (int column = 1; column <= glp_get_num_cols(problem); ++column)
        glp_set_col_kind(problem, column, GLP_IV);
    solve();
    Branching branching{enough, branches};
    glp_iocp how;
    glp_init_iocp(&how);
    how.msg_lev = GLP_MSG_OFF;
    how.cb_func = lookAt;
    how.cb_info = &branching;
    glp_intopt(problem, &how);
    const int found = glp_mip_status(problem);
    if (found != GLP_OPT && found != GLP_FEAS) return {};
    Wholes wholes{{}, found == GLP_OPT};
    for (int i = 0; i < model->columns; ++i)
        wholes.counts.push_back(static_cast<int>(std::lround(glp_mip_col_val(problem, model->columnOf(i)))));
    return wholes;
}

std::vector<double> Shares::shares() const {
    std::vector<double> shares;
    for (int i = 0; i < model->columns; ++i)
        shares.push_back(glp_get_col_prim(model->problem, model->columnOf(i)));
    return shares;
}

} // namespace goodfold::cutting
